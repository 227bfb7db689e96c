package org.mendak.core.language;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * A command with a case's values put in, each quoted for the language it is typed into. A hostile file name must never
 * become a command: a value that cannot be made safe is refused and leaves a visible blank.
 *
 * <p>Only declared names are filled, and {@code {name}} not after {@code $}; other braces stay as they are.
 *
 * <p>Source for sh: POSIX.1-2017, Shell Command Language 2.2.2, single-quotes preserve every character but themselves.
 */
public final class CommandText {

    private static final Set<String> SH = Set.of("sh", "bash", "shell", "console");
    private static final Set<String> POWER = Set.of("powershell", "pwsh", "ps1");

    /** Words that mean something unquoted where a command may begin (POSIX.1-2017, 2.4). */
    private static final Set<String> RESERVED = Set.of(
            "case",
            "do",
            "done",
            "elif",
            "else",
            "esac",
            "fi",
            "for",
            "if",
            "in",
            "then",
            "until",
            "while",
            "function",
            "select",
            "time",
            "coproc");

    /** How a piece of a filled command came about. */
    public enum Kind {
        /** Written by the author. */
        LITERAL,
        /** A value of this case. */
        FILLED,
        /** A value that is not known yet. */
        BLANK,
        /** A value that is known and cannot be made safe here; {@link Piece#note} says why. */
        REFUSED
    }

    /**
     * A piece of a command, in order.
     *
     * @param text what stands in the command; for {@link Kind#BLANK} and {@link Kind#REFUSED} the placeholder as written
     * @param name the value's name; empty for a literal
     * @param note why a value was refused; else empty
     */
    public record Piece(Kind kind, String text, String name, String note) {}

    private CommandText() {}

    /**
     * Fills a command.
     *
     * @param fence the fence's language as written by the author, any case; may be empty
     * @param command the command; may have several lines
     * @param declared the names that may be filled; other braces are literal
     * @param values what is known; names that are missing leave a blank
     */
    public static List<Piece> fill(String fence, String command, Set<String> declared, Map<String, String> values) {
        List<Piece> pieces = new ArrayList<>();
        int from = 0;
        int i = 0;
        while (i < command.length()) {
            int end =
                    command.charAt(i) == '{' && (i == 0 || command.charAt(i - 1) != '$') ? command.indexOf('}', i) : -1;
            String name = end < 0 ? "" : command.substring(i + 1, end);
            if (end < 0 || !declared.contains(name)) {
                i++;
                continue;
            }
            if (i > from) {
                pieces.add(new Piece(Kind.LITERAL, command.substring(from, i), "", ""));
            }
            String before = command.substring(command.lastIndexOf('\n', i) + 1, i);
            pieces.add(piece(fence.toLowerCase(Locale.ROOT), name, values.get(name), before));
            i = end + 1;
            from = i;
        }
        if (from < command.length()) {
            pieces.add(new Piece(Kind.LITERAL, command.substring(from), "", ""));
        }
        return pieces;
    }

    private static Piece piece(String fence, String name, String value, String before) {
        if (value == null) {
            return new Piece(Kind.BLANK, "{" + name + "}", name, "");
        }
        String why = refusal(fence, value, before);
        return why.isEmpty()
                ? new Piece(Kind.FILLED, quote(fence, value), name, "")
                : new Piece(Kind.REFUSED, "{" + name + "}", name, why);
    }

    private static String refusal(String fence, String value, String before) {
        if (!SH.contains(fence) && !POWER.contains(fence)) {
            return "the language of this command is not known, so the value cannot be quoted";
        }
        if (insideQuotes(before)) {
            return "the author put quotation marks around the place, so the value cannot be quoted";
        }
        if (value.startsWith("-")) {
            return "the value begins with a dash and would be read as an option";
        }
        if (POWER.contains(fence) && value.codePoints().anyMatch(c -> c >= 0x2018 && c <= 0x201b)) {
            return "the value holds typographic quotation marks, which end a text in this language";
        }
        boolean hidden = value.codePoints()
                .anyMatch(c -> Character.isISOControl(c)
                        || Character.getType(c) == Character.FORMAT
                        || c == 0x2028
                        || c == 0x2029);
        return hidden ? "the value holds invisible characters" : "";
    }

    private static boolean insideQuotes(String before) {
        char open = 0;
        for (int i = 0; i < before.length(); i++) {
            char c = before.charAt(i);
            if (open == 0 && (c == '\'' || c == '"')) {
                open = c;
            } else if (c == open) {
                open = 0;
            }
        }
        return open != 0;
    }

    private static String quote(String fence, String value) {
        boolean plain = !value.isEmpty()
                && value.chars().allMatch(c -> c < 128 && (Character.isLetterOrDigit(c) || "/._-:+%".indexOf(c) >= 0))
                && !RESERVED.contains(value);
        if (plain && (SH.contains(fence) || value.indexOf('%') < 0)) {
            return value;
        }
        // POSIX: a single quote cannot stand inside single quotes, so it is closed, escaped and opened again;
        // in the PowerShell-like family it is doubled
        return "'" + value.replace("'", SH.contains(fence) ? "'\\''" : "''") + "'";
    }
}
