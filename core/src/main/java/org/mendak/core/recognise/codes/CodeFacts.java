package org.mendak.core.recognise.codes;

import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import org.mendak.core.recognise.words.TableText;

/**
 * What open specifications say about codes. The facts and their sources stand in {@code code-facts.txt} beside this class.
 *
 * <p>The layout of a 32-bit result (severity bit, N bit, 11 bits of facility, 16 bits of code) and of a status value (2 bits of
 * severity) is that of [MS-ERREF] 2.1 and 2.3; exit status 128 + n for a process ended by signal n is that of POSIX.1-2017, Shell
 * Command Language 2.8.2.
 */
final class CodeFacts {

    /** A fact: a name, {@code -} if there is none, and words. */
    private record Fact(String name, String words) {}

    private static final long NT_BIT = 0x10000000L;
    private static final Map<String, Fact> FACTS = new HashMap<>();
    private static final Map<String, Integer> NUMBERS = new HashMap<>();

    static {
        for (String line : TableText.lines("code-facts.txt")) {
            String[] cells = line.split(" ", 4);
            FACTS.put(cells[0] + " " + cells[1], new Fact(cells[2], cells[3]));
            if (!cells[2].equals("-")) {
                NUMBERS.put(cells[0] + " " + cells[2], Integer.valueOf(cells[1]));
            }
        }
    }

    private CodeFacts() {}

    /** The number of an errno name or signal name, or -1. */
    static int number(String kind, String name) {
        return NUMBERS.getOrDefault(kind + " " + name, -1);
    }

    /** The name of a number, or empty if it has none. */
    static String name(String kind, int number) {
        Fact f = FACTS.get(kind + " " + number);
        return f == null || f.name().equals("-") ? "" : f.name();
    }

    private static String words(String kind, Object key, String otherwise) {
        Fact f = FACTS.get(kind + " " + key);
        return f == null ? otherwise : f.words();
    }

    static String errno(String name) {
        int number = number("errno", name);
        return name + " (" + number + "): " + words("errno", number, "");
    }

    static String http(int status) {
        return "HTTP status " + status + ": " + words("http", status, "no standard meaning");
    }

    static boolean isHttpFailure(int status) {
        return FACTS.containsKey("http " + status);
    }

    static String sqlState(String state) {
        return "SQLSTATE " + state + ": "
                + words("sqlstate", state.substring(0, 2), "class " + state.substring(0, 2) + ", the database's own");
    }

    static String exit(int status) {
        if (status == 0) {
            return "exit status 0: success";
        }
        int signal = status - 128;
        String name = name("signal", signal);
        return name.isEmpty()
                ? "exit status " + status
                : "exit status " + status + " = 128 + " + signal + ": ended by signal " + name + ", "
                        + words("signal", signal, "");
    }

    static String result(long value) {
        String hex = String.format(Locale.ROOT, "0x%08X", value);
        if ((value & 0xF0000000L) == 0xC0000000L) {
            return status(hex, value);
        }
        if ((value & NT_BIT) != 0 && (value & 0x80000000L) != 0 && (value & 0x40000000L) != 0) {
            long inner = value & ~NT_BIT;
            return hex + ": a 32-bit result that holds the status "
                    + status(String.format(Locale.ROOT, "0x%08X", inner), inner);
        }
        int facility = (int) (value >> 16 & 0x7FF);
        int code = (int) (value & 0xFFFF);
        String inner = facility == 7 ? words("inner", code, "") : "";
        return hex + ": a 32-bit result, " + ((value & 0x80000000L) != 0 ? "failure" : "success") + ", facility "
                + facility + suffix(words("facility", facility, "")) + ", code " + code + suffix(inner);
    }

    private static String status(String hex, long value) {
        String[] severities = {"success", "information", "warning", "error"};
        String known = words("nt", hex.substring(2), "");
        return hex + ": " + severities[(int) (value >> 30 & 3)] + ", facility " + (value >> 16 & 0xFFF) + ", code "
                + (value & 0xFFFF) + suffix(known);
    }

    private static String suffix(String words) {
        return words.isEmpty() ? "" : " (" + words + ")";
    }
}
