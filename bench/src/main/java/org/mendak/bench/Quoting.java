package org.mendak.bench;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.mendak.core.language.CommandText;

/**
 * Hostile values filled into commands and run by a real {@code sh}, in batches: what the program gets must be the value byte for byte,
 * or the value must have been refused.
 */
final class Quoting {

    private static final int VALUES = 100_000;
    private static final int BATCH = 1_000;
    private static final String[] PARTS = {
        "'",
        "\"",
        "`",
        "$",
        "$(",
        ")",
        "${IFS}",
        "\\",
        ";",
        "&",
        "&&",
        "|",
        "||",
        "<",
        ">",
        "(",
        "{",
        "}",
        "*",
        "?",
        "[",
        "]",
        "~",
        "!",
        "#",
        "%s",
        "%n",
        "=",
        "-",
        "--",
        " ",
        "  ",
        "\t",
        "\n",
        "\r",
        "\0",
        "a",
        "rm -rf",
        "/",
        "..",
        "\u00e9",
        "\u4e00",
        "\ud83d\ude00",
        "\u202e",
        "\u200b",
        "touch pwned",
        "EOF",
        "0",
        ":",
        ",",
        "@",
        "^",
        "+"
    };
    /**
     * A way in which an author writes a value into a command.
     *
     * @param command the command; what it prints ends with a NUL
     * @param prints what must come out, {@code {v}} standing for the value; empty if the place must be refused
     */
    private record Way(String command, String prints) {}

    private static final List<Way> TAKEN = List.of(
            new Way("printf '%s\\0' {v}", "{v}"),
            new Way("printf '%s\\0' x{v}", "x{v}"),
            new Way("printf '%s\\0' {v}.tail", "{v}.tail"),
            new Way("printf '%s\\0' --area={v}", "--area={v}"),
            new Way("v={v}; printf '%s\\0' \"$v\"", "{v}"),
            new Way(": 'a b' \\; \"c\" > /dev/null; printf '%s\\0' {v}", "{v}"),
            new Way("for f in {v}; do printf '%s\\0' \"$f\"; done", "{v}"),
            new Way("if true; then printf '%s\\0' {v}; fi", "{v}"),
            new Way("case {v} in x) :;; *) :;; esac; printf '%s\\0' {v}", "{v}"),
            new Way("cat > /dev/null <<END\nit's \"\nEND\nprintf '%s\\0' {v}", "{v}"),
            new Way(": it\\'s; printf '%s\\0' {v}", "{v}"));

    /** Each of these executed a hostile value once, or lets one through as code. */
    private static final List<String> REFUSED = List.of(
            "printf '%s\\0' '{v}'",
            "printf '%s\\0' \"two\n{v}\"",
            "printf '%s\\0' 'it'\\''s {v}'",
            "printf '%s\\0' $'{v}'",
            "printf '%s\\0' \"$(echo {v})\"",
            "printf '%s\\0' `echo {v}`",
            "printf '%s\\0' $(( {v} + 1 ))",
            "printf '%s\\0' ${x:-{v}}",
            "cat <<END\n{v}\nEND",
            "cat <<'END'\n{v}\nEND",
            "cat <<{v}\nx",
            "eval echo {v}",
            "sh -c {v}",
            "bash -lc {v}",
            "echo {v} | sh",
            "trap {v} EXIT",
            "{v}",
            "sudo {v}",
            ": # {v}");

    private static final List<String> SHELLS = List.of("sh", "bash", "dash");

    private Quoting() {}

    static void measure() throws IOException, InterruptedException {
        for (String shell : SHELLS) {
            if (new ProcessBuilder("sh", "-c", "command -v " + shell).start().waitFor() == 0) {
                measure(shell);
            }
        }
        long open = REFUSED.stream().filter(c -> fill(c, "x") != null).count();
        System.out.printf(Locale.ROOT, "%d ways that must be refused: %d let a value in%n", REFUSED.size(), open);
    }

    private static void measure(String shell) throws IOException, InterruptedException {
        Random random = new Random(20_261_125);
        Path folder = Files.createTempDirectory("quoting");
        int refused = 0;
        int run = 0;
        int wrong = 0;
        for (int batch = 0; batch < VALUES / BATCH; batch++) {
            StringBuilder script = new StringBuilder();
            List<String> expected = new ArrayList<>();
            for (int i = 0; i < BATCH; i++) {
                String value = value(random);
                Way way = TAKEN.get(random.nextInt(TAKEN.size()));
                String filled = fill(way.command(), value);
                if (filled == null) {
                    refused++;
                    continue;
                }
                script.append(filled).append('\n');
                expected.add(way.prints().replace("{v}", value));
            }
            List<String> got = run(shell, folder, script.toString());
            run += expected.size();
            for (int i = 0; i < expected.size(); i++) {
                boolean same = i < got.size() && got.get(i).equals(expected.get(i));
                wrong += same ? 0 : 1;
                if (!same && wrong <= 5) {
                    System.out.println(
                            "wrong: \"" + expected.get(i) + "\" came as " + (i < got.size() ? got.get(i) : "nothing"));
                }
            }
            wrong += Math.max(0, got.size() - expected.size());
        }
        long besides;
        try (var files = Files.list(folder)) {
            besides = files.count();
        }
        System.out.printf(
                Locale.ROOT,
                "%s: %,d values: %,d refused, %,d run, %,d of them not the same byte for byte; files made besides: %d%n",
                shell,
                VALUES,
                refused,
                run,
                wrong,
                besides);
    }

    private static String value(Random random) {
        StringBuilder s = new StringBuilder();
        int n = 1 + random.nextInt(8);
        for (int i = 0; i < n; i++) {
            s.append(PARTS[random.nextInt(PARTS.length)]);
        }
        return s.toString();
    }

    /** The filled command, or null if the value was refused. */
    private static String fill(String command, String value) {
        StringBuilder s = new StringBuilder();
        for (CommandText.Piece p : CommandText.fill("sh", command, Set.of("v"), Map.of("v", value), Set.of("v"))) {
            if (p.kind() == CommandText.Kind.REFUSED || p.kind() == CommandText.Kind.BLANK) {
                return null;
            }
            s.append(p.text());
        }
        return s.toString();
    }

    private static List<String> run(String shell, Path folder, String script) throws IOException, InterruptedException {
        Path out = Files.createTempFile("quoting", ".out");
        Process p = new ProcessBuilder(shell)
                .directory(folder.toFile())
                .redirectOutput(out.toFile())
                .redirectErrorStream(true)
                .start();
        p.getOutputStream().write(script.getBytes(StandardCharsets.UTF_8));
        p.getOutputStream().close();
        p.waitFor();
        String all = Files.readString(out);
        Files.delete(out);
        List<String> got = new ArrayList<>(List.of(all.split("\0", -1)));
        got.remove(got.size() - 1);
        return got;
    }
}
