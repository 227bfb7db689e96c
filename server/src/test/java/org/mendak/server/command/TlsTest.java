package org.mendak.server.command;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.PrintStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.Key;
import java.security.KeyStore;
import java.util.Base64;
import java.util.List;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLHandshakeException;
import javax.net.ssl.TrustManagerFactory;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.io.TempDir;
import org.mendak.server.RunningApp;
import org.mendak.server.TestDay;

/** Mendak encrypts by itself: with a keystore, or with the two text files that certificates come as. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class TlsTest {

    private static final String PASSWORD = "the-keystore-s-own";

    private Path folder;
    private Path keystore;

    @BeforeAll
    void makeCertificate(@TempDir Path all) throws IOException, InterruptedException {
        folder = all;
        keystore = all.resolve("desk.p12");
        Process keytool = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "keytool")
                                .toString(),
                        "-genkeypair",
                        "-alias",
                        "desk",
                        "-keyalg",
                        "EC",
                        "-dname",
                        "CN=desk.skerryline.example",
                        "-ext",
                        "SAN=dns:localhost,dns:desk.skerryline.example",
                        "-validity",
                        "3650",
                        "-storetype",
                        "PKCS12",
                        "-keystore",
                        keystore.toString(),
                        "-storepass",
                        PASSWORD)
                .inheritIO()
                .start();
        assertThat(keytool.waitFor()).isZero();
    }

    private KeyStore opened() throws IOException, GeneralSecurityException {
        KeyStore store = KeyStore.getInstance("PKCS12");
        try (InputStream in = Files.newInputStream(keystore)) {
            store.load(in, PASSWORD.toCharArray());
        }
        return store;
    }

    private HttpClient trusting() throws IOException, GeneralSecurityException {
        TrustManagerFactory trust = TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
        KeyStore only = KeyStore.getInstance("PKCS12");
        only.load(null, null);
        only.setCertificateEntry("desk", opened().getCertificate("desk"));
        trust.init(only);
        SSLContext context = SSLContext.getInstance("TLS");
        context.init(null, trust.getTrustManagers(), null);
        return HttpClient.newBuilder().sslContext(context).build();
    }

    private static HttpResponse<String> get(HttpClient client, String address)
            throws IOException, InterruptedException {
        return client.send(HttpRequest.newBuilder(URI.create(address)).build(), HttpResponse.BodyHandlers.ofString());
    }

    private RunningApp withKeystore(String data, String password) {
        return RunningApp.on(
                folder.resolve(data),
                "--server.ssl.key-store=" + keystore,
                "--server.ssl.key-store-type=PKCS12",
                "--server.ssl.key-store-password=" + password);
    }

    private static String terminal(RunningApp desk, String... args) throws IOException, InterruptedException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        PrintStream print = new PrintStream(out, true, StandardCharsets.UTF_8);
        List<String> all = new java.util.ArrayList<>(List.of(args));
        all.addAll(List.of("--data", desk.data().toString()));
        int status =
                Cli.call(all, new Terminal(java.io.InputStream.nullInputStream(), print, print), new TestDay.Ahead());
        assertThat(status).as(out.toString(StandardCharsets.UTF_8)).isZero();
        return out.toString(StandardCharsets.UTF_8);
    }

    @Test
    void withAKeystoreAllIsEncryptedAndBrowsersStayWithIt()
            throws IOException, InterruptedException, GeneralSecurityException {
        try (RunningApp desk = withKeystore("one", PASSWORD)) {
            assertThat(desk.address()).startsWith("https://127.0.0.1:");
            HttpResponse<String> r = get(trusting(), desk.address().replace("127.0.0.1", "localhost") + "/api/session");
            assertThat(r.statusCode()).isEqualTo(200);
            assertThat(r.sslSession().orElseThrow().getProtocol()).isEqualTo("TLSv1.3");
            assertThat(r.headers().firstValue("Strict-Transport-Security").orElse(""))
                    .contains("max-age=31536000");
            assertThat(r.headers().allValues("Set-Cookie"))
                    .isNotEmpty()
                    .allSatisfy(c -> assertThat(c).contains("Secure"));
            List<String> cookies = signedIn(desk);
            assertThat(cookies)
                    .anySatisfy(c -> assertThat(c)
                            .startsWith("__Host-mendak=")
                            .contains("; Path=/", "; Secure", "; HttpOnly", "; SameSite=Lax"));
            // it is nobody's certificate to who does not know it
            assertThatThrownBy(() -> get(HttpClient.newHttpClient(), desk.address() + "/api/session"))
                    .isInstanceOf(SSLHandshakeException.class);
            // unencrypted it says nothing
            assertThat(get(HttpClient.newHttpClient(), desk.address().replace("https", "http") + "/api/session")
                            .statusCode())
                    .isEqualTo(400);
        }
    }

    /** The cookies that somebody gets who signs in. */
    private List<String> signedIn(RunningApp desk) throws IOException, InterruptedException, GeneralSecurityException {
        terminal(desk, "user", "add", "liv", "lead", "Liv Aune");
        String at = desk.address().replace("127.0.0.1", "localhost");
        String path = terminal(desk, "user", "address", "liv").replaceAll("(?s).*/(welcome/[0-9a-f]+).*", "$1");
        HttpClient client = trusting();
        String csrf = get(client, at + "/api/session")
                .headers()
                .firstValue("Set-Cookie")
                .orElseThrow()
                .split("[=;]")[1];
        HttpResponse<String> r = client.send(
                HttpRequest.newBuilder(URI.create(at + "/api/" + path))
                        .header("Content-Type", "application/json")
                        .header("Cookie", "XSRF-TOKEN=" + csrf)
                        .header("X-XSRF-TOKEN", csrf)
                        .POST(HttpRequest.BodyPublishers.ofString(
                                "{\"login\":\"\",\"name\":\"\",\"password\":\"a-long-password\"}"))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
        assertThat(r.statusCode()).as(r.body()).isEqualTo(201);
        return r.headers().allValues("Set-Cookie");
    }

    @Test
    void theCommandLineFindsItsWayAllTheSame() throws IOException, InterruptedException {
        try (RunningApp desk = withKeystore("two", PASSWORD)) {
            assertThat(terminal(desk, "user", "add", "pia", "lead", "Pia Lund")).contains(desk.address() + "/welcome/");
            assertThat(terminal(desk, "backup", folder.resolve("two.zip").toString()))
                    .contains("two.zip");
        }
    }

    @Test
    void theTwoTextFilesOfACertificateDoToo() throws IOException, InterruptedException, GeneralSecurityException {
        Key key = opened().getKey("desk", PASSWORD.toCharArray());
        Path certificate =
                text("desk.crt", "CERTIFICATE", opened().getCertificate("desk").getEncoded());
        Path secret = text("desk.key", "PRIVATE KEY", key.getEncoded());
        try (RunningApp desk = RunningApp.on(
                folder.resolve("three"),
                "--server.ssl.certificate=" + certificate,
                "--server.ssl.certificate-private-key=" + secret)) {
            assertThat(get(trusting(), desk.address().replace("127.0.0.1", "localhost") + "/api/session")
                            .statusCode())
                    .isEqualTo(200);
        }
    }

    private Path text(String name, String what, byte[] bytes) throws IOException {
        String lines = Base64.getMimeEncoder(64, new byte[] {'\n'}).encodeToString(bytes);
        return Files.writeString(
                folder.resolve(name), "-----BEGIN " + what + "-----\n" + lines + "\n-----END " + what + "-----\n");
    }

    @Test
    void aWrongPasswordOfTheKeystoreKeepsItFromStarting() {
        assertThatThrownBy(() -> withKeystore("four", "another one").close())
                .hasStackTraceContaining("password was incorrect");
    }

    @Test
    void healthMayHaveAnotherPortAndTheCommandLineStillFindsTheDesk() throws IOException, InterruptedException {
        try (RunningApp desk = RunningApp.on(
                folder.resolve("five"), "--management.server.port=0", "--management.endpoints.web.base-path=/watch")) {
            assertThat(Files.readAllLines(desk.data().resolve("running")).get(0))
                    .isEqualTo(desk.address());
            assertThat(terminal(desk, "user", "list")).isNotNull();
        }
    }
}
