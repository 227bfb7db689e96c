package org.mendak.core.recognise.scan;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.TreeSet;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class FragmentsTest {

    private static TreeSet<String> found(List<String> fragments, String text) {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        TreeSet<String> found = new TreeSet<>();
        List<byte[]> list =
                fragments.stream().map(f -> f.getBytes(StandardCharsets.UTF_8)).toList();
        Rarity rarity = new Rarity();
        list.forEach(rarity::count);
        new Fragments(list, rarity)
                .scan(
                        Arrays.copyOf(bytes, bytes.length + Fragments.LONGEST),
                        0,
                        bytes.length,
                        new Fragments.Work(),
                        o -> {
                            for (int i = 0; i < o.count; i++) {
                                found.add(fragments.get(o.fragments[i]) + "@" + o.places[i]);
                            }
                        });
        return found;
    }

    /** Few letters, so that fragments occur, overlap and share their hashes. */
    @Property(tries = 200, seed = "20261125")
    void findsExactlyWhatASlowSearchFinds(@ForAll long seed) {
        Random random = new Random(seed);
        List<String> fragments = new ArrayList<>();
        for (int i = 0; i < 30; i++) {
            String f = letters(random, 4 + random.nextInt(12));
            if (!fragments.contains(f)) {
                fragments.add(f);
            }
        }
        StringBuilder text = new StringBuilder(letters(random, 200));
        for (int i = 0; i < 10; i++) {
            String f = fragments.get(random.nextInt(fragments.size()));
            text.append(random.nextBoolean() ? f.toUpperCase(Locale.ROOT) : f)
                    .append(letters(random, random.nextInt(9)));
        }
        String lower = text.toString().toLowerCase(Locale.ROOT);
        TreeSet<String> slow = new TreeSet<>();
        for (String f : fragments) {
            for (int at = lower.indexOf(f); at >= 0; at = lower.indexOf(f, at + 1)) {
                slow.add(f + "@" + at);
            }
        }
        assertThat(found(fragments, text.toString())).isEqualTo(slow);
    }

    private static String letters(Random random, int length) {
        StringBuilder s = new StringBuilder();
        for (int i = 0; i < length; i++) {
            s.append("abc1".charAt(random.nextInt(4)));
        }
        return s.toString();
    }

    @Test
    void aFragmentAtEitherEndIsFound() {
        assertThat(found(List.of("not enough room", "room"), "Not enough ROOM"))
                .containsExactly("not enough room@0", "room@11");
    }

    /** Far more than is compared at a time, so that fragments lie across its borders; letters beyond ASCII count byte by byte. */
    @Test
    void fragmentsAreFoundWhereverTheyStandInALongText() {
        List<String> fragments =
                List.of("fail", "seals", "berth 7", "not ready", "the quay is closed", "m\u00f8rke kai");
        StringBuilder text = new StringBuilder();
        TreeSet<String> expected = new TreeSet<>();
        Random random = new Random(3);
        int bytes = 0;
        while (bytes < 60_000) {
            String gap = ".".repeat(1 + random.nextInt(400));
            String f = fragments.get(random.nextInt(fragments.size()));
            text.append(gap);
            bytes += gap.length();
            expected.add(f + "@" + bytes);
            text.append(f.startsWith("m") ? f : f.toUpperCase(Locale.ROOT));
            bytes += f.getBytes(StandardCharsets.UTF_8).length;
        }
        assertThat(found(fragments, text.toString())).isEqualTo(expected);
    }
}
