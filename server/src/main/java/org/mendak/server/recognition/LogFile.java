package org.mendak.server.recognition;

import java.io.BufferedInputStream;
import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.GZIPInputStream;
import java.util.zip.ZipException;
import org.mendak.core.recognise.scan.ByteSource;
import org.mendak.server.platform.Limits;
import org.mendak.server.platform.Refusal;

/** An uploaded log, unpacked while it is read if it is gzip; holds the limits on what comes out. */
final class LogFile implements ByteSource, Closeable {

    private final CountedFile file;
    private final InputStream in;
    private final boolean packed;
    private long unpacked;

    LogFile(Path path) throws IOException {
        file = new CountedFile(new BufferedInputStream(Files.newInputStream(path), 1 << 16));
        file.mark(2);
        packed = file.read() == 0x1F && file.read() == 0x8B;
        file.reset();
        file.count = 0;
        try {
            in = packed ? new GZIPInputStream(file, 1 << 16) : file;
        } catch (ZipException e) {
            file.close();
            throw damaged();
        }
    }

    /** Bytes of the file that were read. */
    long taken() {
        return file.count;
    }

    @Override
    public int read(byte[] into, int from, int length) {
        try {
            int n = in.read(into, from, length);
            unpacked += Math.max(0, n);
            if (packed) {
                check();
            }
            return n;
        } catch (ZipException | java.io.EOFException e) {
            throw damaged();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Refusal damaged() {
        return Refusal.invalid(
                "The file begins like gzip and cannot be unpacked: it is damaged or cut. It was deleted.");
    }

    private void check() {
        if (unpacked > Limits.LOG_UNPACKED_BYTES) {
            throw Refusal.tooLarge("Unpacked the log has more than " + Limits.LOG_UNPACKED_BYTES
                    + " bytes, the most that is read. It was deleted.");
        }
        if (unpacked > Limits.LOG_FREE_BYTES && unpacked / Math.max(1, file.count) > Limits.LOG_RATIO) {
            throw Refusal.tooLarge("The log unpacks to more than " + Limits.LOG_RATIO
                    + " times its size: no log does. Reading was stopped and the file deleted.");
        }
    }

    @Override
    public void close() throws IOException {
        in.close();
    }

    private static final class CountedFile extends java.io.FilterInputStream {
        private long count;

        CountedFile(InputStream in) {
            super(in);
        }

        @Override
        public int read() throws IOException {
            int b = super.read();
            count += b < 0 ? 0 : 1;
            return b;
        }

        @Override
        public int read(byte[] b, int off, int len) throws IOException {
            int n = super.read(b, off, len);
            count += Math.max(0, n);
            return n;
        }
    }
}
