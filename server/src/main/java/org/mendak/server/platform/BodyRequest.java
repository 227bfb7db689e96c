package org.mendak.server.platform;

import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;

/** A request whose body is read from here. Forms are read by nobody: Mendak takes none. */
final class BodyRequest extends HttpServletRequestWrapper {

    private final ServletInputStream body;

    BodyRequest(HttpServletRequest q, InputStream body) {
        super(q);
        this.body = new Body(body);
    }

    @Override
    public ServletInputStream getInputStream() {
        return body;
    }

    @Override
    public BufferedReader getReader() {
        return new BufferedReader(new InputStreamReader(body, StandardCharsets.UTF_8));
    }

    private static final class Body extends ServletInputStream {
        private final InputStream in;
        private boolean finished;

        Body(InputStream in) {
            this.in = in;
        }

        private int seen(int n) {
            finished |= n < 0;
            return n;
        }

        @Override
        public int read() throws IOException {
            return seen(in.read());
        }

        @Override
        public int read(byte[] b, int off, int len) throws IOException {
            return seen(in.read(b, off, len));
        }

        @Override
        public boolean isFinished() {
            return finished;
        }

        @Override
        public boolean isReady() {
            return true;
        }

        @Override
        public void setReadListener(ReadListener l) {
            throw new IllegalStateException("bodies are read where they are wanted");
        }
    }
}
