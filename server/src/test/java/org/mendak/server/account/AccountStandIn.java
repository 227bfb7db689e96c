package org.mendak.server.account;

import com.nimbusds.jose.JOSEException;
import com.nimbusds.jose.JWSAlgorithm;
import com.nimbusds.jose.JWSHeader;
import com.nimbusds.jose.crypto.RSASSASigner;
import com.nimbusds.jose.jwk.JWKSet;
import com.nimbusds.jose.jwk.RSAKey;
import com.nimbusds.jose.jwk.gen.RSAKeyGenerator;
import com.nimbusds.jwt.JWT;
import com.nimbusds.jwt.JWTClaimsSet;
import com.nimbusds.jwt.PlainJWT;
import com.nimbusds.jwt.SignedJWT;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.URLDecoder;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Base64;
import java.util.Date;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.function.UnaryOperator;
import org.mendak.server.RunningApp;
import tools.jackson.databind.json.JsonMapper;

/**
 * A provider of accounts as OpenID Connect Core 1.0 describes one, small and on this machine: a page on which one says who one is, codes that are good
 * once and for a minute, PKCE, tokens signed with a key of its own, and a sign-in of its own that lasts until it is ended. What it writes into tokens
 * can be bent.
 */
public final class AccountStandIn implements AutoCloseable {

    public static final String CLIENT = "mendak-desk";
    public static final String SECRET = "the desk's, not a secret";
    private static final Duration CODE_LIVES = Duration.ofMinutes(1);
    private static final Duration TOKEN_LIVES = Duration.ofMinutes(5);
    private static final JsonMapper JSON = JsonMapper.builder().build();

    /** Somebody with an account. */
    private record Holder(String login, String name, List<String> roles) {}

    private record Code(String login, String nonce, String challenge, String redirect, Instant until) {}

    private final HttpServer server;
    private final RSAKey key = key("the-one");
    private final RSAKey other = key("the-one");
    private final Map<String, Holder> holders = new ConcurrentHashMap<>();
    private final Map<String, Code> codes = new ConcurrentHashMap<>();
    private final Map<String, String> tokens = new ConcurrentHashMap<>();
    private final Map<String, String> signedIn = new ConcurrentHashMap<>();
    private Clock clock;
    private UnaryOperator<JWTClaimsSet.Builder> bent = UnaryOperator.identity();
    private boolean signedByOther;
    private boolean unsigned;

    public AccountStandIn() {
        try {
            server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        server.setExecutor(Executors.newFixedThreadPool(4));
        page("/.well-known/openid-configuration", this::metadata);
        page("/authorize", this::authorize);
        page("/token", this::token);
        page("/keys", q -> json(q, 200, new JWKSet(key).toJSONObject()));
        page("/people", this::userInfo);
        page("/end", this::end);
        server.start();
    }

    private static RSAKey key(String id) {
        try {
            return new RSAKeyGenerator(2048).keyID(id).generate();
        } catch (JOSEException e) {
            throw new IllegalStateException(e);
        }
    }

    public String issuer() {
        return "http://127.0.0.1:" + server.getAddress().getPort();
    }

    /** The settings of a desk that takes its accounts. */
    String[] settings(String... more) {
        List<String> all = new ArrayList<>(List.of(
                "--mendak.account.issuer=" + issuer(),
                "--mendak.account.client-id=" + CLIENT,
                "--mendak.account.client-secret=" + SECRET,
                "--mendak.account.name=your harbour account",
                "--mendak.account.role-claim=desk.roles"));
        all.addAll(List.of(more));
        return all.toArray(String[]::new);
    }

    /** An empty desk that takes its accounts; it goes by that desk's clock from here on. */
    public RunningApp desk(String... more) {
        return follow(RunningApp.empty(settings(more)));
    }

    /** The same on a folder that stays. */
    RunningApp deskOn(Path folder, String... more) {
        return follow(RunningApp.on(folder, settings(more)));
    }

    private RunningApp follow(RunningApp desk) {
        clock = desk.clock();
        return desk;
    }

    /** There is such an account from here on, or it has other roles. */
    public void holder(String login, String name, String... roles) {
        holders.put(login, new Holder(login, name, List.of(roles)));
    }

    /** Writes other claims into its tokens from here on, until {@link #straight}. */
    public void bend(UnaryOperator<JWTClaimsSet.Builder> how) {
        bent = how;
    }

    void signByOther() {
        signedByOther = true;
    }

    void signNot() {
        unsigned = true;
    }

    public void straight() {
        bent = UnaryOperator.identity();
        signedByOther = false;
        unsigned = false;
    }

    private interface Page {
        void answer(HttpExchange q) throws IOException, GeneralSecurityException, JOSEException;
    }

    private void page(String path, Page page) {
        server.createContext(path, q -> {
            try (q) {
                page.answer(q);
            } catch (GeneralSecurityException | JOSEException | RuntimeException e) {
                e.printStackTrace();
                answer(q, 500, "text/plain", e.toString());
            }
        });
    }

    private static void answer(HttpExchange q, int status, String type, String text) throws IOException {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        q.getResponseHeaders().set("Content-Type", type);
        q.sendResponseHeaders(status, bytes.length);
        q.getResponseBody().write(bytes);
    }

    private static void json(HttpExchange q, int status, Map<String, ?> object) throws IOException {
        answer(q, status, "application/json", JSON.writeValueAsString(object));
    }

    private static void redirect(HttpExchange q, String to) throws IOException {
        q.getResponseHeaders().set("Location", to);
        q.sendResponseHeaders(303, -1);
    }

    private static Map<String, String> form(String encoded) {
        Map<String, String> form = new LinkedHashMap<>();
        for (String pair : (encoded == null ? "" : encoded).split("&")) {
            int at = pair.indexOf('=');
            if (at > 0) {
                form.put(decoded(pair.substring(0, at)), decoded(pair.substring(at + 1)));
            }
        }
        return form;
    }

    private static String decoded(String s) {
        return URLDecoder.decode(s, StandardCharsets.UTF_8);
    }

    private static String encoded(String s) {
        return URLEncoder.encode(s, StandardCharsets.UTF_8);
    }

    private void metadata(HttpExchange q) throws IOException {
        String at = issuer();
        json(
                q,
                200,
                Map.of(
                        "issuer", at,
                        "authorization_endpoint", at + "/authorize",
                        "token_endpoint", at + "/token",
                        "jwks_uri", at + "/keys",
                        "userinfo_endpoint", at + "/people",
                        "end_session_endpoint", at + "/end",
                        "response_types_supported", List.of("code"),
                        "subject_types_supported", List.of("public"),
                        "id_token_signing_alg_values_supported", List.of("RS256")));
    }

    private String cookie(HttpExchange q) {
        String all = String.valueOf(q.getRequestHeaders().getFirst("Cookie"));
        for (String c : all.split("; ?")) {
            if (c.startsWith("stand-in=")) {
                return c.substring("stand-in=".length());
            }
        }
        return "";
    }

    /** Asks who it is, unless that was said before; then sends back with a code. */
    private void authorize(HttpExchange q) throws IOException {
        String query = q.getRequestURI().getRawQuery();
        Map<String, String> asked = form(query);
        boolean right = CLIENT.equals(asked.get("client_id"))
                && "code".equals(asked.get("response_type"))
                && "S256".equals(asked.get("code_challenge_method"))
                && List.of(asked.getOrDefault("scope", "").split(" ")).contains("openid")
                && asked.containsKey("state")
                && asked.containsKey("nonce");
        if (!right) {
            answer(q, 400, "text/plain", "not a request of a code with PKCE: " + query);
            return;
        }
        String login = q.getRequestMethod().equals("POST")
                ? form(new String(q.getRequestBody().readAllBytes(), StandardCharsets.UTF_8))
                        .get("login")
                : "login".equals(asked.get("prompt")) ? null : signedIn.get(cookie(q));
        if (login == null) {
            StringBuilder who = new StringBuilder(
                    "<!doctype html><title>Harbour account</title><link rel=icon href=data:,><h1>Who are you?</h1><form method=post>");
            holders.values()
                    .forEach(h -> who.append("<button name=login value=")
                            .append(h.login())
                            .append(">")
                            .append(h.name())
                            .append("</button>"));
            answer(q, 200, "text/html;charset=utf-8", who + "</form>");
            return;
        }
        if (login.isEmpty()) {
            redirect(q, asked.get("redirect_uri") + "?error=access_denied&state=" + encoded(asked.get("state")));
            return;
        }
        String session = UUID.randomUUID().toString();
        signedIn.put(session, login);
        q.getResponseHeaders().set("Set-Cookie", "stand-in=" + session + "; Path=/; HttpOnly");
        String code = UUID.randomUUID().toString();
        codes.put(
                code,
                new Code(
                        login,
                        asked.get("nonce"),
                        asked.get("code_challenge"),
                        asked.get("redirect_uri"),
                        clock.instant().plus(CODE_LIVES)));
        redirect(q, asked.get("redirect_uri") + "?code=" + code + "&state=" + encoded(asked.get("state")));
    }

    private void token(HttpExchange q) throws IOException, GeneralSecurityException, JOSEException {
        Map<String, String> f = form(new String(q.getRequestBody().readAllBytes(), StandardCharsets.UTF_8));
        String basic = "Basic "
                + Base64.getEncoder()
                        .encodeToString((encoded(CLIENT) + ":" + encoded(SECRET)).getBytes(StandardCharsets.UTF_8));
        if (!basic.equals(q.getRequestHeaders().getFirst("Authorization"))) {
            json(q, 401, Map.of("error", "invalid_client"));
            return;
        }
        // good once, whatever becomes of it
        Code code = codes.remove(f.getOrDefault("code", ""));
        boolean right = code != null
                && code.until().isAfter(clock.instant())
                && code.redirect().equals(f.get("redirect_uri"))
                && code.challenge().equals(challenge(f.getOrDefault("code_verifier", "")));
        if (!right) {
            json(q, 400, Map.of("error", "invalid_grant"));
            return;
        }
        String access = UUID.randomUUID().toString();
        tokens.put(access, code.login());
        json(
                q,
                200,
                Map.of(
                        "access_token",
                        access,
                        "token_type",
                        "Bearer",
                        "expires_in",
                        300,
                        "scope",
                        "openid profile email",
                        "id_token",
                        idToken(code).serialize()));
    }

    private static String challenge(String verifier) throws GeneralSecurityException {
        return Base64.getUrlEncoder()
                .withoutPadding()
                .encodeToString(
                        MessageDigest.getInstance("SHA-256").digest(verifier.getBytes(StandardCharsets.US_ASCII)));
    }

    private static String subject(String login) {
        return "s-" + login;
    }

    private JWT idToken(Code code) throws JOSEException {
        Holder h = holders.get(code.login());
        Instant at = clock.instant();
        JWTClaimsSet claims = bent.apply(new JWTClaimsSet.Builder()
                        .issuer(issuer())
                        .subject(subject(h.login()))
                        .audience(CLIENT)
                        .issueTime(Date.from(at))
                        .expirationTime(Date.from(at.plus(TOKEN_LIVES)))
                        .claim("nonce", code.nonce())
                        .claim("desk", Map.of("roles", h.roles())))
                .build();
        if (unsigned) {
            return new PlainJWT(claims);
        }
        SignedJWT jwt = new SignedJWT(
                new JWSHeader.Builder(JWSAlgorithm.RS256).keyID(key.getKeyID()).build(), claims);
        jwt.sign(new RSASSASigner(signedByOther ? other : key));
        return jwt;
    }

    private void userInfo(HttpExchange q) throws IOException {
        String bearer = String.valueOf(q.getRequestHeaders().getFirst("Authorization"));
        String login = tokens.get(bearer.replaceFirst("^Bearer ", ""));
        if (login == null) {
            json(q, 401, Map.of("error", "invalid_token"));
            return;
        }
        Holder h = holders.get(login);
        json(
                q,
                200,
                Map.of("sub", subject(login), "name", h.name(), "preferred_username", login + "@skerryline.example"));
    }

    /** Ends the sign-in here of whoever shows a token of this provider, and sends back. */
    private void end(HttpExchange q) throws IOException {
        Map<String, String> asked = form(q.getRequestURI().getRawQuery());
        try {
            SignedJWT hint = SignedJWT.parse(asked.get("id_token_hint"));
            if (!issuer().equals(hint.getJWTClaimsSet().getIssuer()) || !CLIENT.equals(asked.get("client_id"))) {
                answer(q, 400, "text/plain", "this is nobody's");
                return;
            }
        } catch (java.text.ParseException e) {
            answer(q, 400, "text/plain", "not a token");
            return;
        }
        signedIn.remove(cookie(q));
        redirect(q, asked.get("post_logout_redirect_uri"));
    }

    /**
     * What somebody does on its page.
     *
     * @param login as whom; empty to decline
     * @return where they are sent
     */
    public String come(String address, String login) {
        try {
            HttpResponse<String> r = HttpClient.newHttpClient()
                    .send(
                            HttpRequest.newBuilder(URI.create(address))
                                    .header("Content-Type", "application/x-www-form-urlencoded")
                                    .POST(HttpRequest.BodyPublishers.ofString("login=" + login))
                                    .build(),
                            HttpResponse.BodyHandlers.ofString());
            return r.headers().firstValue("Location").orElseThrow(() -> new AssertionError(r.body()));
        } catch (IOException | InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    @Override
    public void close() {
        server.stop(0);
    }
}
