package org.mendak.server.platform;

import java.net.InetAddress;
import org.springframework.boot.tomcat.TomcatWebServer;
import org.springframework.boot.web.server.WebServer;

/** Under which address a web server is reached from its own machine. */
public final class OwnAddress {

    private OwnAddress() {}

    /** Without a slash at the end, such as {@code https://127.0.0.1:8087}. */
    public static String of(WebServer server) {
        var connector = ((TomcatWebServer) server).getTomcat().getConnector();
        Object at = connector.getProperty("address");
        boolean elsewhere = at instanceof InetAddress a && !a.isLoopbackAddress() && !a.isAnyLocalAddress();
        String host = elsewhere ? host((InetAddress) at) : "127.0.0.1";
        return connector.getScheme() + "://" + host + ":" + server.getPort();
    }

    private static String host(InetAddress a) {
        String text = a.getHostAddress();
        return text.contains(":") ? "[" + text + "]" : text;
    }
}
