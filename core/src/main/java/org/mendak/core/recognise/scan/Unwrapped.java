package org.mendak.core.recognise.scan;

/**
 * A log's bytes as UTF-8 or whatever one-byte encoding they are in, without terminal colours: UTF-16 is found out by its byte order
 * mark or by its zero bytes and turned into UTF-8. Streaming; memory for one buffer.
 *
 * <p>Sources: The Unicode Standard 15, 3.10 (encoding schemes); ECMA-48, 5.4 (control sequences).
 */
final class Unwrapped implements ByteSource {

    private static final int SNIFFED = 4_096;
    private static final int ESCAPE = 27;

    private enum Form {
        BYTES,
        LITTLE,
        BIG
    }

    private final ByteSource source;
    private final byte[] in = new byte[1 << 16];
    private int at;
    private int size;
    private boolean ended;
    private Form form;
    private int sequence; // 0 none, 1 behind ESC, 2 inside a control sequence, 3 inside an operating system command
    private int highSurrogate;
    private long read;

    Unwrapped(ByteSource source) {
        this.source = source;
    }

    /** Bytes taken from the source. */
    long taken() {
        return read;
    }

    @Override
    public int read(byte[] into, int from, int length) {
        if (form == null) {
            sniff();
        }
        while (true) {
            int n = form == Form.BYTES ? bytes(into, from, length) : wide(into, from, length);
            if (n != 0) {
                return n;
            }
        }
    }

    private boolean fill() {
        if (ended) {
            return false;
        }
        int left = size - at;
        System.arraycopy(in, at, in, 0, left);
        at = 0;
        size = left;
        int n = source.read(in, size, in.length - size);
        if (n < 0) {
            ended = true;
            return false;
        }
        read += n;
        size += n;
        return true;
    }

    private void sniff() {
        while (size < SNIFFED && fill()) {
            continue;
        }
        int a = size > 0 ? in[0] & 0xFF : -1;
        int b = size > 1 ? in[1] & 0xFF : -1;
        if (a == 0xFF && b == 0xFE || a == 0xFE && b == 0xFF) {
            form = a == 0xFF ? Form.LITTLE : Form.BIG;
            at = 2;
            return;
        }
        if (a == 0xEF && b == 0xBB && size > 2 && (in[2] & 0xFF) == 0xBF) {
            at = 3;
        }
        int even = 0;
        int odd = 0;
        for (int i = 0; i + 1 < Math.min(size, SNIFFED); i += 2) {
            even += in[i] == 0 ? 1 : 0;
            odd += in[i + 1] == 0 ? 1 : 0;
        }
        int pairs = Math.max(1, Math.min(size, SNIFFED) / 2);
        form = odd > pairs * 0.4 && even < pairs * 0.1
                ? Form.LITTLE
                : even > pairs * 0.4 && odd < pairs * 0.1 ? Form.BIG : Form.BYTES;
    }

    /** As it is; only where an escape stands, byte by byte. */
    private int bytes(byte[] into, int from, int length) {
        if (at == size) {
            if (ended) {
                return -1;
            }
            // past the first buffer the bytes go straight to where they are wanted
            int n = source.read(into, from, length);
            if (n < 0) {
                ended = true;
                return -1;
            }
            read += n;
            return strip(into, from, n);
        }
        int n = Math.min(length, size - at);
        System.arraycopy(in, at, into, from, n);
        at += n;
        return strip(into, from, n);
    }

    private int strip(byte[] b, int from, int n) {
        if (sequence == 0 && ByteRuns.count(b, from, from + n, ESCAPE) == 0) {
            return n;
        }
        int to = from;
        for (int i = from; i < from + n; i++) {
            if (keep(b[i] & 0xFF)) {
                b[to++] = b[i];
            }
        }
        return to - from;
    }

    /** Whether a character is text: no part of an escape sequence. */
    private boolean keep(int c) {
        switch (sequence) {
            case 1 -> sequence = c == '[' ? 2 : c == ']' ? 3 : 0;
            case 2 -> sequence = c >= 0x40 && c <= 0x7E || c == '\n' ? 0 : 2;
            case 3 -> sequence = c == 7 || c == '\n' ? 0 : c == ESCAPE ? 1 : 3;
            default -> {
                if (c != ESCAPE) {
                    return true;
                }
                sequence = 1;
                return false;
            }
        }
        return c == '\n';
    }

    private int wide(byte[] into, int from, int length) {
        if (size - at < 2 && !fill() && size - at < 2) {
            return -1;
        }
        int to = from;
        while (size - at >= 2 && to + 4 <= from + length) {
            int unit = form == Form.LITTLE
                    ? in[at] & 0xFF | (in[at + 1] & 0xFF) << 8
                    : in[at + 1] & 0xFF | (in[at] & 0xFF) << 8;
            at += 2;
            if (Character.isHighSurrogate((char) unit)) {
                highSurrogate = unit;
                continue;
            }
            int c = unit;
            if (Character.isLowSurrogate((char) unit)) {
                c = highSurrogate == 0 ? 0xFFFD : Character.toCodePoint((char) highSurrogate, (char) unit);
            }
            highSurrogate = 0;
            if (keep(c)) {
                to = utf8(c, into, to);
            }
        }
        return to - from;
    }

    private static int utf8(int c, byte[] into, int at) {
        int to = at;
        if (c < 0x80) {
            into[to++] = (byte) c;
        } else if (c < 0x800) {
            into[to++] = (byte) (0xC0 | c >> 6);
            into[to++] = (byte) (0x80 | c & 0x3F);
        } else if (c < 0x10000) {
            into[to++] = (byte) (0xE0 | c >> 12);
            into[to++] = (byte) (0x80 | c >> 6 & 0x3F);
            into[to++] = (byte) (0x80 | c & 0x3F);
        } else {
            into[to++] = (byte) (0xF0 | c >> 18);
            into[to++] = (byte) (0x80 | c >> 12 & 0x3F);
            into[to++] = (byte) (0x80 | c >> 6 & 0x3F);
            into[to++] = (byte) (0x80 | c & 0x3F);
        }
        return to;
    }
}
