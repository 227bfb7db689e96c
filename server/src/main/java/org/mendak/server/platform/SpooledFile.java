package org.mendak.server.platform;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Base64;
import java.util.Map;
import java.util.TreeMap;

/**
 * A file that was made whole before the first byte of it is sent. Whoever gets it can tell that they have all of it: its length and its
 * SHA-256 go before it ({@code Content-Length}; {@code Repr-Digest}, RFC 9530).
 *
 * @param digest SHA-256 in base 64
 * @param counts what it holds, as headers, such as {@code Mendak-Cases}
 */
public record SpooledFile(Path file, String name, String type, String digest, Map<String, Long> counts) {

    public SpooledFile {
        counts = Map.copyOf(counts);
    }

    /** Takes the checksum of a file that is whole. */
    public static SpooledFile of(Path file, String name, String type) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            MessageDigest sha = MessageDigest.getInstance("SHA-256");
            byte[] into = new byte[1 << 16];
            for (int n = in.read(into); n >= 0; n = in.read(into)) {
                sha.update(into, 0, n);
            }
            return new SpooledFile(file, name, type, Base64.getEncoder().encodeToString(sha.digest()), Map.of());
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The same, and the answer says how many of this it holds. */
    public SpooledFile with(String header, long count) {
        Map<String, Long> more = new TreeMap<>(counts);
        more.put(header, count);
        return new SpooledFile(file, name, type, digest, more);
    }

    /** Answers with the file. */
    public void send(HttpServletResponse response) throws IOException {
        response.setContentType(type);
        response.setHeader("Content-Disposition", "attachment; filename=\"" + name + "\"");
        response.setHeader("Repr-Digest", "sha-256=:" + digest + ":");
        response.setHeader("Cache-Control", "no-store, no-transform");
        counts.forEach((header, count) -> response.setHeader(header, count.toString()));
        response.setContentLengthLong(Files.size(file));
        try (OutputStream out = response.getOutputStream()) {
            Files.copy(file, out);
        }
    }

    /** Answers with the file and deletes it, whether or not all of it arrived. */
    public void sendAndForget(HttpServletResponse response) throws IOException {
        try {
            send(response);
        } finally {
            Files.deleteIfExists(file);
        }
    }
}
