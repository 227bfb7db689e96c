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
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class CommandTextTest {

    private static String filled(String fence, String command, String value) {
        return text(CommandText.fill(fence, command, Set.of("area"), Map.of("area", value), Set.of()));
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
        return CommandText.fill(fence, command, Set.of("area"), Map.of("area", value), Set.of()).stream()
                .anyMatch(p -> p.kind() == CommandText.Kind.REFUSED && !p.note().isEmpty());
    }

    @Test
    void leavesABlankForWhatIsNotKnown() {
        assertThat(CommandText.fill("sh", "ls {area}", Set.of("area"), Map.of(), Set.of()))
                .extracting(CommandText.Piece::kind)
                .containsExactly(CommandText.Kind.LITERAL, CommandText.Kind.BLANK);
    }

    /** A real shell gives back exactly the value, whatever it is, or the value was refused. */
    @Property(tries = 60, seed = "20261125")
    void aRealShellReadsTheValueBack(@ForAll @StringLength(min = 1, max = 60) String value) throws Exception {
        List<CommandText.Piece> pieces =
                CommandText.fill("sh", "printf %s {area}", Set.of("area"), Map.of("area", value), Set.of());
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

    private static String why(String fence, String command) {
        List<CommandText.RefusedPlace> all = CommandText.refusedPlaces(fence, command, Set.of("v"));
        return all.isEmpty() ? "" : all.get(0).why();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "ls {v}",
                "ls -l {v} | sort > list.txt",
                "ls --area={v}",
                "ls /srv/{v}/data",
                "v={v}; ls \"$v\"",
                "sudo ls {v}",
                "if ls {v}; then echo there; fi",
                "for f in {v}; do ls \"$f\"; done",
                "ls 'a b' \"c d\" {v}",
                "ls it\\'s {v}",
                "cat <<END > f\nbody\nEND\nls {v}",
                "grep x < {v}",
                "echo $(date) {v}",
                "echo ${HOME} {v}",
                "echo $((1 + 2)) {v}",
                "echo # not {x}\nls {v}",
                "awk '{print}' {v}",
                "tr a b <<< {v}",
                "LANG=C ls {v}",
                "sh install.sh {v}",
                "ls {v} && echo ok || echo no",
            })
    void aPlainWordTakesAValue(String command) {
        assertThat(why("sh", command)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '§', quoteCharacter = '~', textBlock = """
            ls '{v}'                         § quotation marks
            ls "{v}"                         § quotation marks
            ls "a\\nb {v}"                   § quotation marks
            echo "two lines¶{v}"             § quotation marks
            echo 'two lines¶{v}'             § quotation marks
            echo 'it'\\''s {v}'              § quotation marks
            echo $'tab {v}'                  § quotation marks
            echo $"x {v}"                    § quotation marks
            echo "$(ls {v})"                 § command within
            echo $(ls {v})                   § command within
            echo `ls {v}`                    § command within
            echo $((1 + {v}))                § calculation
            echo $(( {v} ))                  § calculation
            (( x = {v} ))                    § calculation
            echo ${x:-{v}}                   § braces
            cat <<END¶{v}¶END                § handed to the command
            cat <<'END'¶{v}¶END              § handed to the command
            cat <<-END¶x {v}¶END             § handed to the command
            cat <<{v}¶x                      § the end of a text
            ls # {v}                         § comment
            {v} --help                       § name of a command
            sudo {v}                         § name of a command
            ls; {v}                          § name of a command
            ls | {v}                         § name of a command
            if {v}; then ls; fi              § name of a command
            A=1 {v}                          § name of a command
            eval ls {v}                      § reads its words
            sh -c ls {v}                     § reads its words
            /bin/bash -lc echo {v}           § reads its words
            sudo sh -c echo {v}              § reads its words
            ssh pier3 ls {v}                 § reads its words
            trap {v} EXIT                    § reads its words
            python3 -c x {v}                 § reads its words
            perl -e x {v}                    § reads its words
            find . -exec sh -c x {v} +       § reads its words
            echo {v} | sh                    § is run as a command
            echo {v} | sudo bash             § is run as a command
            ls \\{v}                         § backslash
            """)
    void anyOtherPlaceIsRefusedWhileWriting(String command, String why) {
        String written = command.replace('¶', '\n').replace("\\\\", "\\");
        assertThat(why("sh", written)).as(written).contains(why);
        assertThat(CommandText.fill("sh", written, Set.of("v"), Map.of("v", "x"), Set.of("v")))
                .anyMatch(p -> p.kind() == CommandText.Kind.REFUSED)
                .noneMatch(p -> p.kind() == CommandText.Kind.FILLED);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '§', quoteCharacter = '~', textBlock = """
            Get-Item {v}                          §
            Get-Item -Path {v} -Force             §
            $x = {v}                              §
            Join-Path (Get-Location) {v}          §
            Get-Item "{v}"                        § quotation marks
            Get-Item '{v}'                        § quotation marks
            Get-Item 'it''s {v}'                  § quotation marks
            Get-Item "two¶{v}"                    § quotation marks
            Write-Host "$(Get-Item {v})"          § quotation marks
            Write-Host $(Get-Item {v})            § command within
            $x = @'¶{v}¶'@                        § several lines
            $x = @"¶{v}¶"@                        § several lines
            ls # {v}                              § comment
            ls <# {v} #>                          § comment
            {v} -Force                            § name of a command
            & {v}                                 § name of a command
            ls; {v}                               § name of a command
            iex {v}                               § reads its words
            Invoke-Expression {v}                 § reads its words
            powershell -Command {v}               § reads its words
            cmd /c {v}                            § reads its words
            ls `{v}                               § backtick
            """)
    void theOtherFamilyHasItsOwnPlaces(String command, String why) {
        String written = command.replace('¶', '\n');
        assertThat(why("powershell", written)).as(written).contains(why == null ? "" : why);
        if (why == null) {
            assertThat(why("powershell", written)).as(written).isEmpty();
        }
    }

    @ParameterizedTest
    @CsvSource(delimiter = '§', quoteCharacter = '~', textBlock = """
            boardctl take {v}                     §
            boardctl take --file={v} /now         §
            @boardctl take {v}                    §
            cd x & boardctl take {v}              §
            boardctl "a b" {v}                    §
            boardctl "{v}"                        § quotation marks
            boardctl "a {v} b"                    § quotation marks
            {v} /now                              § name of a command
            cd x & {v}                            § name of a command
            cd x && ({v})                         § name of a command
            cmd /c boardctl {v}                   § in its own way
            call boardctl {v}                     § in its own way
            for %i in (a) do boardctl {v}         § in its own way
            set X={v}                             § in its own way
            start {v}                             § in its own way
            echo {v}                              § in its own way
            rem {v}                               § comment
            :: {v}                                § comment
            boardctl ^{v}                         § caret
            boardctl > {v}                        § sign before
            boardctl %{v}%                        § sign before
            boardctl {v}%                         § sign behind
            """)
    void theCmdFamilyHasItsOwnPlaces(String command, String why) {
        assertThat(why("cmd", command)).as(command).contains(why == null ? "" : why);
        if (why == null) {
            assertThat(why("cmd", command)).as(command).isEmpty();
        }
    }

    /** Worked out from the published grammar: within double quotation marks only per cent signs and marks themselves are read. */
    @ParameterizedTest
    @CsvSource(delimiter = '§', quoteCharacter = '~', textBlock = """
            D:\\Charts\\north.pack § D:\\Charts\\north.pack
            D:\\Chart Store          § "D:\\Chart Store"
            D:\\                     § D:\\
            a&b                       § "a&b"
            a^b|c>d                   § "a^b|c>d"
            it's                      § "it's"
            (RX)                      § "(RX)"
            50%                       § refused
            a"b                       § refused
            wait!                     § refused
            /s                        § refused
            -x                        § refused
            D:\\Chart Store\\      § refused
            """)
    void theCmdFamilyQuotesOrRefuses(String value, String put) {
        String plain = value.replace("\\\\", "\\");
        if (put.equals("refused")) {
            assertThat(refused("cmd", "boardctl take {area}", plain)).as(plain).isTrue();
        } else {
            assertThat(filled("cmd", "boardctl take {area}", plain))
                    .isEqualTo("boardctl take " + put.replace("\\\\", "\\"));
        }
    }

    @Test
    void whatIsNoShellIsShownAndNeverFilled() {
        for (String language : List.of("sql", "text", "", "yaml")) {
            assertThat(refused(language, "select {area}", "x")).as(language).isTrue();
            assertThat(CommandText.refusedPlaces(language, "select {area}", Set.of("area")))
                    .hasSize(1);
            assertThat(CommandText.refusedPlaces(language, "select 1", Set.of("area")))
                    .isEmpty();
        }
    }

    @Test
    void onlyAPathLeadsUp() {
        Set<String> area = Set.of("area");
        for (String up : List.of("..", "../x", "a/../b", "a\\..\\b", "/srv/..")) {
            assertThat(CommandText.fill("sh", "ls {area}", area, Map.of("area", up), Set.of()))
                    .anyMatch(p -> p.kind() == CommandText.Kind.REFUSED);
            assertThat(text(CommandText.fill("sh", "ls {area}", area, Map.of("area", up), area)))
                    .contains("..");
        }
        assertThat(filled("sh", "ls {area}", "a..b")).isEqualTo("ls a..b");
    }

    @Test
    void aRefusedPlaceSaysItsLine() {
        assertThat(CommandText.refusedPlaces("sh", "ls\necho 'a\n{v}'", Set.of("v"))
                        .get(0)
                        .line())
                .isEqualTo(2);
    }
}
