package org.mendak.core.recognise.scan;

import static org.assertj.core.api.Assertions.assertThat;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;

class ByteRunsTest {

    @Property(tries = 500, seed = "4")
    void countsAsALoopDoes(@ForAll byte[] bytes, @ForAll @IntRange(max = 12) int from) {
        if (bytes.length > 3) {
            bytes[bytes.length / 2] = '\n';
            bytes[bytes.length - 1] = '\n';
        }
        int start = Math.min(from, bytes.length);
        int slow = 0;
        for (int i = start; i < bytes.length; i++) {
            slow += bytes[i] == '\n' ? 1 : 0;
        }
        assertThat(ByteRuns.count(bytes, start, bytes.length, '\n')).isEqualTo(slow);
    }

    /** Neighbours of the wanted byte and bytes with the highest bit set must not be taken for it. */
    @Property(tries = 256, seed = "5")
    void noOtherByteCounts(@ForAll byte other) {
        byte[] bytes = new byte[24];
        java.util.Arrays.fill(bytes, other);
        assertThat(ByteRuns.count(bytes, 0, 24, 10)).isEqualTo(other == 10 ? 24 : 0);
    }
}
