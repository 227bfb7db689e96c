package org.mendak.server.platform;

import jakarta.servlet.ServletException;
import java.io.IOException;
import java.net.InetAddress;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.RemoteIpValve;
import org.apache.catalina.valves.ValveBase;
import org.apache.coyote.ActionCode;
import org.springframework.boot.tomcat.ConfigurableTomcatWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.boot.web.server.servlet.ConfigurableServletWebServerFactory;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.core.env.Environment;
import org.springframework.http.HttpHeaders;

/** Where the web server listens, which proxies it believes, and what becomes of bodies that nobody wanted. */
@Configuration
class WebServerConfig {

    /** Where one of these is set, Mendak encrypts by itself. */
    private static final List<String> TLS =
            List.of("server.ssl.key-store", "server.ssl.certificate", "server.ssl.bundle");

    /** After what the settings say: the demo has passwords that everybody knows, so it is never anywhere but on this machine. */
    @Bean
    @Order(Ordered.LOWEST_PRECEDENCE)
    WebServerFactoryCustomizer<ConfigurableTomcatWebServerFactory> webServer(
            Settings settings, Environment environment) {
        return factory -> {
            boolean encrypted = !settings.proxies().isEmpty() || TLS.stream().anyMatch(environment::containsProperty);
            if (factory instanceof ConfigurableServletWebServerFactory servlets) {
                var cookie = servlets.getSettings().getSession().getCookie();
                // "__Host-" binds it to this very host, and browsers take it over TLS alone (RFC 6265bis, 4.1.3.2)
                cookie.setName(encrypted ? "__Host-mendak" : "mendak");
                cookie.setPath("/");
                if (encrypted) {
                    cookie.setSecure(true);
                }
            }
            if (settings.demo()) {
                factory.setAddress(InetAddress.getLoopbackAddress());
            }
            if (!settings.proxies().isEmpty()) {
                factory.addEngineValves(believed(settings));
            }
            factory.addEngineValves(new UnwantedBodies());
        };
    }

    /** Only the proxies that are named may say who calls and whether the line is encrypted. */
    private static RemoteIpValve believed(Settings settings) {
        RemoteIpValve valve = new RemoteIpValve();
        valve.setInternalProxies(settings.proxies().stream().map(Pattern::quote).collect(Collectors.joining("|")));
        valve.setTrustedProxies("");
        valve.setRemoteIpHeader("X-Forwarded-For");
        valve.setProtocolHeader("X-Forwarded-Proto");
        return valve;
    }

    /**
     * A body that a stranger sends where none is wanted, and that {@link LastOfBody} did not wait for, is left unread and the line closed: reading it
     * to its end, however slowly it comes, would hold a thread. What has come already is taken off the line, so that a small body does not break it.
     */
    private static final class UnwantedBodies extends ValveBase {

        private static final int MOST_TAKEN_OFF = 64 * 1024;

        UnwantedBodies() {
            super(true);
        }

        @Override
        public void invoke(Request request, Response response) throws IOException, ServletException {
            getNext().invoke(request, response);
            int status = response.getStatus();
            boolean unwanted = status == 401 || status == 408 || status >= 400 && Strangers.is(request.getRequest());
            if (unwanted && !isWhole(request)) {
                if (!response.isCommitted()) {
                    response.setHeader(HttpHeaders.CONNECTION, "close");
                }
                request.getCoyoteRequest().action(ActionCode.DISABLE_SWALLOW_INPUT, null);
            }
        }

        private static boolean isWhole(Request request) throws IOException {
            var coyote = request.getCoyoteRequest();
            if (coyote.getContentLengthLong() < 0) {
                return coyote.isFinished();
            }
            byte[] into = new byte[8_192];
            for (int taken = 0; !coyote.isFinished() && taken < MOST_TAKEN_OFF; ) {
                coyote.action(ActionCode.AVAILABLE, Boolean.TRUE);
                if (coyote.getAvailable() <= 0) {
                    break;
                }
                int n = request.getInputStream().read(into);
                if (n < 0) {
                    break;
                }
                taken += n;
            }
            return coyote.isFinished();
        }
    }
}
