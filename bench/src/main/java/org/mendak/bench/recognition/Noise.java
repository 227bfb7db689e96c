package org.mendak.bench.recognition;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.Set;

/** What happens to a message on its way to the desk. */
enum Noise {
    CLEAN,
    PREFIXED,
    WRAPPED,
    CASED,
    QUOTED,
    TYPING,
    OCR,
    CUT,
    RETOLD,
    EMBEDDED,
    CODE,
    /** The code as somebody reads it out. */
    SAID;

    private static final String[] LEVELS = {"ERROR", "error:", "WARN", "FATAL", "[error]", "E"};
    private static final String[] PARTS = {"stager", "purserd", "linkd", "core.sync", "Board.Main"};
    private static final String KEYS = "qwertyuiopasdfghjklzxcvbnm";
    private static final Map<String, String> OTHER_WORDS = Map.ofEntries(
            Map.entry("cannot", "could not"),
            Map.entry("could", "can"),
            Map.entry("failed", "did not work"),
            Map.entry("unable", "not able"),
            Map.entry("directory", "folder"),
            Map.entry("invalid", "wrong"),
            Map.entry("missing", "not there"),
            Map.entry("error", "problem"),
            Map.entry("unknown", "not known"),
            Map.entry("argument", "parameter"),
            Map.entry("write", "writing"),
            Map.entry("read", "reading"),
            Map.entry("open", "opening"));
    private static final Set<String> SMALL = Set.of(
            "the", "a", "an", "of", "to", "in", "for", "is", "be", "with", "from", "on", "at", "by", "and", "or");

    /** The text as it arrives, and the values that still stand in it as they stand there. */
    Message.Filled apply(Corpus.Known k, Message.Filled filled, List<String> otherLines, Random random) {
        String text = filled.text();
        Map<String, String> values = filled.values();
        return switch (this) {
            case CLEAN -> filled;
            case PREFIXED -> new Message.Filled(prefix(random) + text, values);
            case WRAPPED ->
                new Message.Filled(
                        wrap(random.nextBoolean() ? text : prefix(random) + text, 20 + random.nextInt(60)), values);
            case CASED -> {
                boolean upper = random.nextBoolean();
                yield k.message().changed(values, t -> upper ? t.toUpperCase(Locale.ROOT) : t.toLowerCase(Locale.ROOT));
            }
            case QUOTED -> new Message.Filled(quote(text, random), values);
            case TYPING -> k.message().changed(values, t -> typing(t, random));
            case OCR -> k.message().changed(values, t -> ocr(t, random));
            case CUT -> cut(filled, random);
            case RETOLD -> new Message.Filled(retell(k.message(), filled, random), Map.of());
            case EMBEDDED -> new Message.Filled(embed(prefix(random) + text, otherLines, random), values);
            case CODE -> new Message.Filled(withCode(k, text, random), Map.of());
            case SAID -> new Message.Filled(Aloud.say(k.code(), k.message().words(), random), Map.of());
        };
    }

    private static String pick(String[] from, Random random) {
        return from[random.nextInt(from.length)];
    }

    private static final String[] QUIET = {"INFO", "info:", "DEBUG", "NOTICE", "[info]", "I"};

    static String prefix(Random random) {
        return prefix(random, LEVELS);
    }

    /** The prefix of a line that reports no failure. */
    static String quietPrefix(Random random) {
        return prefix(random, QUIET);
    }

    private static String prefix(Random random, String[] levels) {
        String clock = String.format(
                Locale.ROOT, "%02d:%02d:%02d", random.nextInt(24), random.nextInt(60), random.nextInt(60));
        return switch (random.nextInt(4)) {
            case 0 ->
                "2026-0" + (1 + random.nextInt(9)) + "-1" + random.nextInt(10) + " " + clock + ","
                        + (100 + random.nextInt(900)) + " " + pick(levels, random) + " " + pick(PARTS, random) + " - ";
            case 1 ->
                "Mar " + (1 + random.nextInt(28)) + " " + clock + " till-" + random.nextInt(40) + " "
                        + pick(PARTS, random) + "[" + random.nextInt(32_000) + "]: ";
            case 2 -> "[" + clock + "] " + pick(levels, random) + " ";
            default -> pick(PARTS, random) + ": ";
        };
    }

    private static String wrap(String text, int width) {
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < text.length(); i += width) {
            out.append(text, i, Math.min(text.length(), i + width)).append('\n');
        }
        return out.toString();
    }

    private static String quote(String text, Random random) {
        String changed =
                text.replace('\'', random.nextBoolean() ? '\u2019' : '"').replace('`', '\u2018');
        return switch (random.nextInt(3)) {
            case 0 -> "\u201c" + changed + "\u201d";
            case 1 -> "> " + changed + " <";
            default -> "it says: \"" + changed + "\".";
        };
    }

    /** One slip in about fifteen letters: a neighbour, a missing, a doubled, two swapped. */
    private static String typing(String text, Random random) {
        StringBuilder s = new StringBuilder(text);
        double expected = text.length() / 15.0;
        int slips = (int) expected + (random.nextDouble() < expected % 1 ? 1 : 0);
        for (int i = 0; i < slips && !s.isEmpty(); i++) {
            int at = random.nextInt(s.length());
            if (!Character.isLetter(s.charAt(at))) {
                continue;
            }
            switch (random.nextInt(4)) {
                case 0 -> s.setCharAt(at, KEYS.charAt(random.nextInt(KEYS.length())));
                case 1 -> s.deleteCharAt(at);
                case 2 -> s.insert(at, s.charAt(at));
                default -> {
                    if (at + 1 < s.length()) {
                        char c = s.charAt(at);
                        s.setCharAt(at, s.charAt(at + 1));
                        s.setCharAt(at + 1, c);
                    }
                }
            }
        }
        return s.toString();
    }

    /** Look-alikes for about one letter in twelve, here and there a lost blank. */
    private static String ocr(String text, Random random) {
        String s = text;
        String[][] alike = {
            {"o", "0"},
            {"0", "O"},
            {"l", "1"},
            {"i", "l"},
            {"I", "l"},
            {"rn", "m"},
            {"m", "rn"},
            {"cl", "d"},
            {"d", "cl"},
            {"S", "5"},
            {"e", "c"},
            {"B", "8"}
        };
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < s.length(); i++) {
            boolean changed = false;
            if (random.nextInt(6) == 0) {
                String[] pair = alike[random.nextInt(alike.length)];
                if (s.startsWith(pair[0], i)) {
                    out.append(pair[1]);
                    i += pair[0].length() - 1;
                    changed = true;
                }
            }
            if (!changed && !(s.charAt(i) == ' ' && random.nextInt(40) == 0)) {
                out.append(s.charAt(i));
            }
        }
        return out.toString();
    }

    /** Half to four fifths of it, the beginning or the end gone, perhaps in the middle of a word. */
    private static Message.Filled cut(Message.Filled filled, Random random) {
        String text = filled.text();
        int keep = Math.max(8, (int) (text.length() * (0.5 + 0.3 * random.nextDouble())));
        if (keep >= text.length()) {
            return filled;
        }
        String left = random.nextBoolean() ? text.substring(0, keep) : text.substring(text.length() - keep);
        Map<String, String> whole = new LinkedHashMap<>(filled.values());
        whole.values().removeIf(v -> !left.contains(v) || left.startsWith(v) || left.endsWith(v));
        return new Message.Filled(left, whole);
    }

    /** As somebody says it on the phone: values left out, small words lost, other words for some, neighbours swapped. */
    private static String retell(Message m, Message.Filled filled, Random random) {
        List<String> said = new ArrayList<>();
        for (String w : m.words()) {
            if (SMALL.contains(w) ? random.nextBoolean() : random.nextInt(100) < 18) {
                continue;
            }
            String other = OTHER_WORDS.get(w);
            if (other != null && random.nextInt(3) == 0) {
                said.addAll(Arrays.asList(other.split(" ")));
            } else if (w.length() > 4 && random.nextInt(10) == 0) {
                said.add(w.endsWith("s") ? w.substring(0, w.length() - 1) : w + "s");
            } else {
                said.add(w);
            }
        }
        for (String v : filled.values().values()) {
            if (random.nextInt(4) == 0) {
                said.add(random.nextInt(said.size() + 1), v);
            }
        }
        for (int i = 0; i + 1 < said.size(); i++) {
            if (random.nextInt(6) == 0) {
                said.set(i, said.set(i + 1, said.get(i)));
            }
        }
        String start = random.nextInt(3) == 0
                ? "it says something like "
                : random.nextInt(3) == 0 ? "there is a message " : "";
        return start + String.join(" ", said);
    }

    private static String embed(String line, List<String> others, Random random) {
        List<String> lines = new ArrayList<>();
        for (int i = 0; i < 200; i++) {
            lines.add(others.get(random.nextInt(others.size())));
        }
        lines.add(random.nextInt(lines.size()), line);
        return String.join("\n", lines);
    }

    /** The code in another notation, with the first half of the message or with nothing that says more. */
    private static String withCode(Corpus.Known k, String text, Random random) {
        String code = otherNotation(k.code(), random);
        boolean half = k.shared() || random.nextBoolean(); // a code that others share says nothing alone
        String lead = half ? text.substring(0, text.length() / 2) + "... " : "The update ended. ";
        return lead + (random.nextBoolean() ? "(code " + code + ")" : "error code: " + code);
    }

    static String otherNotation(String code, Random random) {
        if (code.startsWith("0x")) {
            long value = Long.parseLong(code.substring(2), 16);
            return switch (random.nextInt(5)) {
                case 0 -> code.toLowerCase(Locale.ROOT);
                case 1 -> code.substring(2).toLowerCase(Locale.ROOT);
                case 2 -> String.valueOf(value);
                case 3 -> String.valueOf((int) value);
                default -> "0x" + code.substring(2, 6) + "-" + code.substring(6);
            };
        }
        return random.nextBoolean()
                ? code.toLowerCase(Locale.ROOT)
                : code.replace("-", random.nextBoolean() ? "" : " ");
    }
}
