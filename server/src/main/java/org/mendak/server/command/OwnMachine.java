package org.mendak.server.command;

import java.net.Socket;
import java.net.http.HttpClient;
import java.security.GeneralSecurityException;
import java.security.cert.X509Certificate;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLEngine;
import javax.net.ssl.SSLParameters;
import javax.net.ssl.TrustManager;
import javax.net.ssl.X509ExtendedTrustManager;

/**
 * Speaks to the Mendak whose address stands in a file that its own user alone can write. Whatever certificate it shows is taken: it is made out to the
 * name that others know the desk by, not to this machine's inner address, and what the command line shows is good for that one run of that one
 * process and nowhere else.
 */
final class OwnMachine {

    private OwnMachine() {}

    static HttpClient client() {
        try {
            SSLContext any = SSLContext.getInstance("TLS");
            any.init(null, new TrustManager[] {new Any()}, null);
            SSLParameters nameless = any.getDefaultSSLParameters();
            nameless.setEndpointIdentificationAlgorithm("");
            return HttpClient.newBuilder()
                    .version(HttpClient.Version.HTTP_1_1)
                    .sslContext(any)
                    .sslParameters(nameless)
                    .build();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private static final class Any extends X509ExtendedTrustManager {
        @Override
        public void checkClientTrusted(X509Certificate[] chain, String type) {
            // nobody comes here with one
        }

        @Override
        public void checkServerTrusted(X509Certificate[] chain, String type) {
            // see above
        }

        @Override
        public void checkClientTrusted(X509Certificate[] chain, String type, Socket socket) {
            // nobody comes here with one
        }

        @Override
        public void checkServerTrusted(X509Certificate[] chain, String type, Socket socket) {
            // see above
        }

        @Override
        public void checkClientTrusted(X509Certificate[] chain, String type, SSLEngine engine) {
            // nobody comes here with one
        }

        @Override
        public void checkServerTrusted(X509Certificate[] chain, String type, SSLEngine engine) {
            // see above
        }

        @Override
        public X509Certificate[] getAcceptedIssuers() {
            return new X509Certificate[0];
        }
    }
}
