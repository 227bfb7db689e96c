package org.mendak.core.recognise.scan;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class UnwrappedTest {

    /** Hands out the bytes in pieces of random size. */
    private static ByteSource source(byte[] bytes, Random random) {
        int[] at = {0};
        return (into, from, length) -> {
            int n = Math.min(Math.min(1 + random.nextInt(40), length), bytes.length - at[0]);
            if (n == 0) {
                return -1;
            }
            System.arraycopy(bytes, at[0], into, from, n);
            at[0] += n;
            return n;
        };
    }

    private static String read(byte[] bytes, long seed) {
        Random random = new Random(seed);
        Unwrapped in = new Unwrapped(source(bytes, random));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        byte[] buffer = new byte[64];
        while (true) {
            int room = 4 + random.nextInt(60);
            int n = in.read(buffer, 0, room);
            if (n < 0) {
                assertThat(in.taken()).isEqualTo(bytes.length);
                return out.toString(StandardCharsets.UTF_8);
            }
            assertThat(n).isBetween(1, room);
            out.write(buffer, 0, n);
        }
    }

    private static byte[] with(String mark, String text, Charset charset) {
        return (mark + text).getBytes(charset);
    }

    @Property(tries = 200, seed = "6")
    void utf16BecomesUtf8WhereverItIsCut(@ForAll long seed, @ForAll @IntRange(max = 3) int form) {
        Random random = new Random(seed);
        StringBuilder text = new StringBuilder("the stage is full\r\n".repeat(5));
        for (int i = 0; i < 60; i++) {
            text.appendCodePoint(
                    switch (random.nextInt(4)) {
                        case 0 -> 'a' + random.nextInt(26);
                        case 1 -> 0xE0 + random.nextInt(20);
                        case 2 -> 0x4E00 + random.nextInt(500);
                        default -> 0x1F600 + random.nextInt(50);
                    });
        }
        text.append("the stage is full\n".repeat(5));
        byte[] bytes = switch (form) {
            case 0 -> with("\ufeff", text.toString(), StandardCharsets.UTF_16LE);
            case 1 -> with("\ufeff", text.toString(), StandardCharsets.UTF_16BE);
            case 2 -> with("", text.toString(), StandardCharsets.UTF_16LE);
            default -> with("\ufeff", text.toString(), StandardCharsets.UTF_8);
        };
        assertThat(read(bytes, seed)).isEqualTo(text.toString());
    }

    @Property(tries = 100, seed = "7")
    void coloursVanishWhereverTheyAreCut(@ForAll long seed) {
        String coloured =
                "\u001b[1;31mERROR\u001b[0m Not \u001b[38;5;200menough\u001b[m room\u001b]0;title\u0007!\n".repeat(9);
        assertThat(read(coloured.getBytes(StandardCharsets.UTF_8), seed))
                .isEqualTo("ERROR Not enough room!\n".repeat(9));
    }

    /** A sequence that never ends must not swallow the log: the line's end ends it. */
    @Test
    void anUnfinishedSequenceEndsWithItsLine() {
        assertThat(read("a\u001b[31\nb\u001b]0;never\nc".getBytes(StandardCharsets.UTF_8), 1))
                .isEqualTo("a\nb\nc");
    }

    @Test
    void oneByteEncodingsStayAsTheyAre() {
        byte[] latin = "caf\u00e9 geschlossen\n".repeat(20).getBytes(StandardCharsets.ISO_8859_1);
        Unwrapped in = new Unwrapped(source(latin, new Random(1)));
        byte[] out = new byte[latin.length + 8];
        int n = 0;
        for (int k = in.read(out, 0, out.length); k >= 0; k = in.read(out, n, out.length - n)) {
            n += k;
        }
        assertThat(java.util.Arrays.copyOf(out, n)).isEqualTo(latin);
    }

    @Test
    void halfACharacterAtTheEndIsNoReasonToWaitForever() {
        byte[] bytes = java.util.Arrays.copyOf("\ufeffabc".getBytes(StandardCharsets.UTF_16LE), 7);
        assertThat(read2(bytes)).isEqualTo("ab");
    }

    private static String read2(byte[] bytes) {
        Unwrapped in = new Unwrapped(source(bytes, new Random(2)));
        byte[] buffer = new byte[64];
        StringBuilder s = new StringBuilder();
        for (int n = in.read(buffer, 0, 64); n >= 0; n = in.read(buffer, 0, 64)) {
            s.append(new String(buffer, 0, n, StandardCharsets.UTF_8));
        }
        return s.toString();
    }

    @Test
    void nothingIsNothing() {
        assertThat(read(new byte[0], 1)).isEmpty();
    }
}
