package org.mendak.core.language;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;

class CommandTextTest {

    private static String filled(String fence, String command, String value) {
        return text(CommandText.fill(fence, command, Set.of("area"), Map.of("area", value)));
    }

    private static String text(List<CommandText.Piece> pieces) {
        return pieces.stream().map(CommandText.Piece::text).collect(Collectors.joining());
    }

    @Test
    void fillsDeclaredNamesOnly() {
        assertThat(filled("sh", "area {area} | awk '{print}' ${area}", "/var/stage"))
                .isEqualTo("area /var/stage | awk '{print}' ${area}");
    }

    @Test
    void quotesWhatAShellWouldRead() {
        assertThat(filled("sh", "ls {area}", "/a b;rm -r x")).isEqualTo("ls '/a b;rm -r x'");
        assertThat(filled("sh", "ls {area}", "it's")).isEqualTo("ls 'it'\\''s'");
        assertThat(filled("powershell", "ls {area}", "it's")).isEqualTo("ls 'it''s'");
    }

    @Test
    void refusesWhatCannotBeMadeSafe() {
        assertThat(refused("sh", "ls '{area}'", "/var")).isTrue();
        assertThat(refused("sh", "ls {area}", "--force")).isTrue();
        assertThat(refused("sh", "ls {area}", "a\u202eb")).isTrue();
        assertThat(refused("sh", "ls {area}", "a\nb")).isTrue();
        assertThat(refused("abacus", "ls {area}", "/var")).isTrue();
        assertThat(refused("powershell", "ls {area}", "a\u2019b")).isTrue();
        assertThat(refused("sh", "ls {area}", "/var")).isFalse();
    }

    private static boolean refused(String fence, String command, String value) {
        return CommandText.fill(fence, command, Set.of("area"), Map.of("area", value)).stream()
                .anyMatch(p -> p.kind() == CommandText.Kind.REFUSED && !p.note().isEmpty());
    }

    @Test
    void leavesABlankForWhatIsNotKnown() {
        assertThat(CommandText.fill("sh", "ls {area}", Set.of("area"), Map.of()))
                .extracting(CommandText.Piece::kind)
                .containsExactly(CommandText.Kind.LITERAL, CommandText.Kind.BLANK);
    }

    /** A real shell gives back exactly the value, whatever it is, or the value was refused. */
    @Property(tries = 60, seed = "20261125")
    void aRealShellReadsTheValueBack(@ForAll @StringLength(min = 1, max = 60) String value) throws Exception {
        List<CommandText.Piece> pieces =
                CommandText.fill("sh", "printf %s {area}", Set.of("area"), Map.of("area", value));
        if (pieces.stream().anyMatch(p -> p.kind() == CommandText.Kind.REFUSED)
                || !StandardCharsets.UTF_8.newEncoder().canEncode(value)) {
            return;
        }
        ProcessBuilder shell = new ProcessBuilder("sh");
        shell.environment().put("LC_ALL", "C.UTF-8");
        Process p = shell.start();
        try (var in = p.getOutputStream()) {
            in.write(text(pieces).getBytes(StandardCharsets.UTF_8));
        }
        assertThat(new String(p.getInputStream().readAllBytes(), StandardCharsets.UTF_8))
                .isEqualTo(value);
        assertThat(p.waitFor()).isZero();
    }
}
