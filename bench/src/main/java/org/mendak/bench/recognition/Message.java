package org.mendak.bench.recognition;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendak.core.language.Parsed;
import org.mendak.core.language.Template;
import org.mendak.core.language.ValueType;

/** A catalogue's text turned into a template, and texts made of it. */
record Message(Template template, List<String> words, boolean failure) {

    private static final Pattern HOLE = Pattern.compile(
            "%(?:\\d+\\$)?(?:\\((\\w+)\\))?[-+ #0'q]*(?:\\d+|\\*)?(?:\\.(?:\\d+|\\*))?(?:hh|h|ll|l|z|j|t|L|w)?(?:p(?=[ABS]))?([diouxXcsSpfeEgGaABSDTFHVOKRPCZr])"
                    + "|%<PRI([duxX])\\w*>|<PRI([duxX])\\w*>|\\{(\\d)(?:,[^}]*)?\\}");
    private static final Pattern WORD = Pattern.compile("\\p{L}+[\\p{L}\\p{N}]*|\\p{N}+");
    private static final Pattern FAILS = Pattern.compile(
            "\\b(can ?not|can't|could not|couldn't|unable|fail\\w*|invalid|illegal|error|missing|unknown|unexpected|"
                    + "no such|not|bad|corrupt\\w*|denied|refused|unsupported|unrecogni\\w+|must|without|too|conflict\\w*|"
                    + "duplicate|mismatch|exceeds|out of|already|malformed|cannot|no|undefined|wrong|abort\\w*)\\b",
            Pattern.CASE_INSENSITIVE);

    private static final Set<String> PATHS =
            Set.of("file", "directory", "path", "folder", "device", "archive", "socket");
    private static final Set<String> HOSTS = Set.of("host", "server", "hostname", "address", "remote");
    private static final String[] NAMES = {
        "quayline",
        "purser2",
        "tidewall",
        "boarding",
        "watchbill",
        "norrholm",
        "seal-7",
        "ledger",
        "berth12",
        "x9",
        "leadline"
    };
    private static final String[] PLACES = {
        "/srv/quay", "/var/lib/purser", "/opt/skerry/bin", "/home/deck3", "C:\\Skerry\\Till"
    };
    private static final String[] REASONS = {
        "permission denied",
        "the quay is closed",
        "no room left on the device",
        "it was not found",
        "timed out",
        "the name is taken",
        "access refused",
        "connection lost",
        "not enough memory",
        "the seal is broken",
        "unknown format",
        "it is in use",
        "cancelled",
        "bad checksum",
        "already locked by another program",
        "too many links",
        "not supported here",
        "interrupted"
    };
    private static final String[] FILES = {
        "list.dat", "till-5.4.pkg", "seal.pem", "chart_12.bin", "area.lock", "notes.txt"
    };

    /** A text made of a template, and the values that stand in it. */
    record Filled(String text, Map<String, String> values) {}

    /** The text with literals and values changed each by itself, so that the values stay known. */
    Filled changed(Map<String, String> values, UnaryOperator<String> change) {
        StringBuilder text = new StringBuilder();
        Map<String, String> after = new LinkedHashMap<>();
        for (Template.Part p : template.parts()) {
            if (p instanceof Template.Literal l) {
                text.append(change.apply(l.text()));
            } else if (p instanceof Template.Placeholder h) {
                String value = change.apply(values.get(h.name()));
                after.put(h.name(), value);
                text.append(value);
            }
        }
        return new Filled(text.toString(), after);
    }

    static Optional<Message> of(String original) {
        String s = original.strip()
                .replace("%<", "'")
                .replace("%>", "'")
                .replace("%%", "\u0001")
                .replace("''", "'");
        if (s.indexOf('\n') >= 0 || s.length() > 250 || s.length() < 12 || s.startsWith("-") || s.startsWith("<")) {
            return Optional.empty();
        }
        StringBuilder out = new StringBuilder();
        Matcher m = HOLE.matcher(s);
        int at = 0;
        int holes = 0;
        while (m.find()) {
            String before = s.substring(at, m.start());
            if (holes > 0 && before.isEmpty() || holes > 6) {
                return Optional.empty();
            }
            out.append(braces(before));
            String lead = s.substring(0, m.start()).toLowerCase(Locale.ROOT);
            out.append("{v")
                    .append(++holes)
                    .append(':')
                    .append(type(m, lead).word())
                    .append('}');
            at = m.end();
        }
        out.append(braces(s.substring(at)));
        String text = out.toString().replace('\u0001', '%');
        if (text.matches(".*%[a-zA-Z(*{].*")) {
            return Optional.empty(); // a directive that was not understood
        }
        Parsed<Template> parsed = Template.parse(text);
        if (!parsed.ok()) {
            return Optional.empty();
        }
        Template t = parsed.value();
        List<String> words = wordsOf(t.literals());
        long real = words.stream()
                .filter(w -> w.length() >= 2 && Character.isLetter(w.charAt(0)))
                .count();
        return real < 3
                ? Optional.empty()
                : Optional.of(new Message(t, words, FAILS.matcher(t.literals()).find()));
    }

    static List<String> wordsOf(String text) {
        List<String> words = new ArrayList<>();
        Matcher m = WORD.matcher(text.toLowerCase(Locale.ROOT));
        while (m.find()) {
            words.add(m.group());
        }
        return words;
    }

    private static String braces(String literal) {
        return literal.replace("{", "{{").replace("}", "}}");
    }

    private static ValueType type(Matcher m, String lead) {
        String d = m.group(2) != null ? m.group(2) : m.group(3) != null ? m.group(3) : m.group(4);
        if (d != null && "diuofeEgGaA".contains(d)) {
            return ValueType.NUMBER;
        }
        if (d != null && "xXp".contains(d)) {
            return ValueType.HEX;
        }
        if (d != null && !"s".contains(d)) {
            return ValueType.WORD;
        }
        List<String> before = wordsOf(lead);
        String last = before.isEmpty() ? "" : before.get(before.size() - 1);
        if (PATHS.contains(last)) {
            return ValueType.PATH;
        }
        if (HOSTS.contains(last)) {
            return ValueType.HOST;
        }
        return last.equals("version") ? ValueType.VERSION : ValueType.TEXT;
    }

    /** One text of this message. */
    Filled fill(Random random) {
        Map<String, String> values = new LinkedHashMap<>();
        template.names().forEach((name, type) -> values.put(name, value(type, random)));
        if (endsInReason() && random.nextBoolean()) {
            values.replaceAll((name, value) -> name.equals("v" + values.size()) ? pick(REASONS, random) : value);
        }
        return new Filled(template.fill(values), values);
    }

    /** A last value behind a colon is as often a reason in words as a name. */
    private boolean endsInReason() {
        List<Template.Part> parts = template.parts();
        int last = parts.size() - 1;
        return last > 0
                && parts.get(last) instanceof Template.Placeholder h
                && h.type() == ValueType.TEXT
                && parts.get(last - 1) instanceof Template.Literal l
                && l.text().strip().endsWith(":");
    }

    private static String value(ValueType type, Random random) {
        int n = random.nextInt(9_000) + 1;
        String file = pick(PLACES, random) + (random.nextBoolean() ? "/" : "/a" + n % 40 + "/") + pick(FILES, random);
        return switch (type) {
            case NUMBER -> String.valueOf(n);
            case HEX -> Integer.toHexString(n * 7919);
            case HOST -> pick(NAMES, random) + (random.nextBoolean() ? "." + pick(NAMES, random) : "");
            case VERSION -> n % 9 + "." + n % 13 + (random.nextBoolean() ? "." + n % 7 : "");
            case PATH -> file;
            case WORD -> pick(NAMES, random);
            default ->
                switch (random.nextInt(5)) {
                    case 0 -> file;
                    case 1 -> pick(FILES, random);
                    case 2 -> pick(NAMES, random) + n;
                    case 3 -> pick(NAMES, random) + " " + pick(NAMES, random);
                    default -> pick(NAMES, random);
                };
        };
    }

    private static String pick(String[] from, Random random) {
        return from[random.nextInt(from.length)];
    }

    /** The template as a regular expression, for comparing with; the whole of it must stand in a line, between words. */
    static Pattern regex(Template template) {
        StringBuilder r = new StringBuilder();
        for (Template.Part p : template.parts()) {
            if (p instanceof Template.Literal l) {
                r.append(Pattern.quote(l.text()));
            } else if (p instanceof Template.Placeholder h) {
                r.append(
                        switch (h.type()) {
                            case NUMBER -> "[-+.]?\\d[\\d.,+'_ -]*?";
                            case HEX -> "(?:0x)?[0-9a-fA-F]+?";
                            case HOST -> "[\\p{L}\\p{N}.:_\\[\\]-]+?";
                            case WORD, VERSION -> "\\S+?";
                            default -> ".+?";
                        });
            }
        }
        return Pattern.compile(
                "(?<![\\p{L}\\p{N}])" + r + "(?![\\p{L}\\p{N}])", Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);
    }

    /** How often each word stands in the template's literals. */
    Map<String, Integer> bag() {
        Map<String, Integer> bag = new HashMap<>();
        words.forEach(w -> bag.merge(w, 1, Integer::sum));
        return bag;
    }
}
