package org.mendak.server.hooks;

import java.net.URI;
import java.net.http.HttpRequest;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import java.util.Map;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * A call that whoever is called can trust: RFC 9421 (HTTP Message Signatures) with hmac-sha256 over the method, the address, the type and
 * the digest of the body, which is RFC 9530 (Digest Fields). The secret is the key as UTF-8.
 */
final class SignedCall {

    static final String TYPE = "application/cloudevents+json";
    private static final Duration PATIENCE = Duration.ofSeconds(10);

    private SignedCall() {}

    static HttpRequest of(String address, String keyId, String secret, String body, Instant now) {
        byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(address))
                .timeout(PATIENCE)
                .POST(HttpRequest.BodyPublishers.ofByteArray(bytes))
                .header("Content-Type", TYPE)
                .header("User-Agent", "Mendak");
        headers(address, keyId, secret, bytes, now).forEach(request::header);
        return request.build();
    }

    /** The three headers that a receiver checks. */
    static Map<String, String> headers(String address, String keyId, String secret, byte[] body, Instant now) {
        try {
            String digest = "sha-256=:"
                    + Base64.getEncoder()
                            .encodeToString(MessageDigest.getInstance("SHA-256").digest(body))
                    + ":";
            String params = "(\"@method\" \"@target-uri\" \"content-type\" \"content-digest\");created="
                    + now.getEpochSecond() + ";keyid=\"" + keyId + "\";alg=\"hmac-sha256\"";
            String base = "\"@method\": POST\n\"@target-uri\": " + address + "\n\"content-type\": " + TYPE
                    + "\n\"content-digest\": " + digest + "\n\"@signature-params\": " + params;
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(new SecretKeySpec(secret.getBytes(StandardCharsets.UTF_8), "HmacSHA256"));
            String signature = Base64.getEncoder().encodeToString(mac.doFinal(base.getBytes(StandardCharsets.UTF_8)));
            return Map.of(
                    "Content-Digest",
                    digest,
                    "Signature-Input",
                    "mendak=" + params,
                    "Signature",
                    "mendak=:" + signature + ":");
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }
}
