package org.mendak.server;

import java.io.BufferedInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.Locale;

/** A line to the server over which anything can be said, well-formed or not; opened anew when the server closes it. */
final class HttpLine implements AutoCloseable {

    private static final int PATIENCE_MS = 60_000;

    private final URI address;
    private Socket socket;
    private InputStream in;

    HttpLine(String address) {
        this.address = URI.create(address);
    }

    /** What came back: the status, 0 if the server closed the line without a word, and the body. */
    record Said(int status, String body) {}

    Said say(byte[] request) throws IOException {
        if (socket == null) {
            socket = new Socket(address.getHost(), address.getPort());
            socket.setSoTimeout(PATIENCE_MS);
            in = new BufferedInputStream(socket.getInputStream());
        }
        try {
            socket.getOutputStream().write(request);
            socket.getOutputStream().flush();
            return answer();
        } catch (java.net.SocketException closed) {
            close();
            return new Said(0, "");
        }
    }

    private Said answer() throws IOException {
        String status = line();
        if (status.isEmpty()) {
            close();
            return new Said(0, "");
        }
        long length = -1;
        boolean chunked = false;
        boolean close = false;
        for (String h = line(); !h.isEmpty(); h = line()) {
            String low = h.toLowerCase(Locale.ROOT);
            length = low.startsWith("content-length:")
                    ? Long.parseLong(low.substring(15).strip())
                    : length;
            chunked |= low.startsWith("transfer-encoding:") && low.contains("chunked");
            close |= low.startsWith("connection:") && low.contains("close");
        }
        int code = Integer.parseInt(status.substring(9, 12));
        ByteArrayOutputStream body = new ByteArrayOutputStream();
        if (chunked) {
            for (int n = Integer.parseInt(line().strip(), 16); n > 0; n = Integer.parseInt(line().strip(), 16)) {
                body.writeBytes(in.readNBytes(n));
                line();
            }
            line();
        } else if (length > 0) {
            body.writeBytes(in.readNBytes((int) length));
        } else if (length < 0 && code != 204 && code != 304 && code >= 200) {
            body.writeBytes(in.readAllBytes());
            close = true;
        }
        if (close) {
            close();
        }
        return new Said(code, body.toString(StandardCharsets.UTF_8));
    }

    private String line() throws IOException {
        ByteArrayOutputStream line = new ByteArrayOutputStream();
        for (int c = in.read(); c >= 0 && c != '\n'; c = in.read()) {
            if (c != '\r') {
                line.write(c);
            }
        }
        return line.toString(StandardCharsets.ISO_8859_1);
    }

    @Override
    public void close() throws IOException {
        if (socket != null) {
            socket.close();
            socket = null;
        }
    }
}
