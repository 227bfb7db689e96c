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
    /** Ways in which authors write a value into a command. */
    private static final List<String> COMMANDS = List.of(
            "printf '%s\\0' {v}",
            "printf '%s\\0' x{v}",
            "printf '%s\\0' {v}.tail",
            "printf '%s\\0' --area={v}",
            "v={v}; printf '%s\\0' \"$v\"");

    private Quoting() {}

    static void measure() throws IOException, InterruptedException {
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
                String command = COMMANDS.get(random.nextInt(COMMANDS.size()));
                String filled = fill(command, value);
                if (filled == null) {
                    refused++;
                    continue;
                }
                script.append(filled).append('\n');
                expected.add(
                        command.contains(" x{v}")
                                ? "x" + value
                                : command.contains(".tail")
                                        ? value + ".tail"
                                        : command.contains("--area") ? "--area=" + value : value);
            }
            List<String> got = run(folder, script.toString());
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
                "%,d values: %,d refused, %,d run by sh, %,d of them not the same byte for byte; files made besides: %d%n",
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

    private static List<String> run(Path folder, String script) throws IOException, InterruptedException {
        Path out = Files.createTempFile("quoting", ".out");
        Process p = new ProcessBuilder("sh")
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
