package org.mendak.core.language;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * A command with a case's values put in, each quoted for the language it is typed into. A hostile file name must never
 * become a command: a value that cannot be made safe is refused and leaves a visible blank.
 *
 * <p>Only declared names are filled, and {@code {name}} not after {@code $}; other braces stay as they are.
 *
 * <p>A value goes only where a plain word stands: not within quotation marks, substitutions, calculations, here-documents or comments, not
 * where a command is named, and not where the words are read as a command again. Such places are refused while writing already, see {@link
 * #refusedPlaces}.
 *
 * <p>Of languages that are not sh, PowerShell-like or cmd-like a command is shown as it was written, and takes no value at all.
 *
 * <p>Source for sh: POSIX.1-2017, Shell Command Language 2.2.2, single-quotes preserve every character but themselves.
 */
public final class CommandText {

    private static final Set<String> SH = Set.of("sh", "bash", "shell", "console");
    private static final Pattern ARGUMENTS = Pattern.compile("[A-Za-z][\\w.-]*(?:\\s+[\\w./:\\\\-]+)*");
    private static final Pattern UP = Pattern.compile("(?:^|[/\\\\])\\.\\.(?:[/\\\\]|$)");
    private static final Set<String> CMD = Set.of("cmd", "bat", "batch");
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
     * A place that can never take a value.
     *
     * @param line the line of the command, from 0, that it stands in
     * @param why in words that go on after "the value of {name} cannot be put in:"
     */
    public record RefusedPlace(String name, int line, String why) {}

    /** The places of a command that no value can be put into, whatever it is. O(length). */
    public static List<RefusedPlace> refusedPlaces(String fence, String command, Set<String> declared) {
        List<Places.Place> places = Places.of(command, declared);
        Map<Integer, String> refused = refusals(fence.toLowerCase(Locale.ROOT), command, places);
        return places.stream()
                .filter(p -> refused.containsKey(p.from()))
                .map(p -> new RefusedPlace(
                        p.name(),
                        (int) command.substring(0, p.from())
                                .chars()
                                .filter(c -> c == '\n')
                                .count(),
                        refused.get(p.from())))
                .toList();
    }

    private static Map<Integer, String> refusals(String fence, String command, List<Places.Place> places) {
        if (SH.contains(fence)) {
            return ShellWords.refusals(command, places);
        }
        if (POWER.contains(fence)) {
            return PowerWords.refusals(command, places);
        }
        if (CMD.contains(fence)) {
            return CmdWords.refusals(command, places);
        }
        Map<Integer, String> all = new HashMap<>();
        places.forEach(p -> all.put(p.from(), "commands of this kind are shown and never filled"));
        return all;
    }

    /**
     * Fills a command.
     *
     * @param fence the fence's language as written by the author, any case; may be empty
     * @param command the command; may have several lines
     * @param declared the names that may be filled; other braces are literal
     * @param values what is known; names that are missing leave a blank
     * @param paths those of the names that the author declared as paths: only they may lead up with {@code ..}
     */
    public static List<Piece> fill(
            String fence, String command, Set<String> declared, Map<String, String> values, Set<String> paths) {
        String language = fence.toLowerCase(Locale.ROOT);
        List<Places.Place> places = Places.of(command, declared);
        Map<Integer, String> refused = refusals(language, command, places);
        List<Piece> pieces = new ArrayList<>();
        int from = 0;
        for (Places.Place p : places) {
            if (p.from() > from) {
                pieces.add(new Piece(Kind.LITERAL, command.substring(from, p.from()), "", ""));
            }
            pieces.add(piece(
                    language,
                    p.name(),
                    Facts.isValue(values.get(p.name())) ? values.get(p.name()) : null,
                    new Where(
                            refused.get(p.from()),
                            paths.contains(p.name()),
                            isArgument(command.substring(0, p.from())))));
            from = p.to();
        }
        if (from < command.length()) {
            pieces.add(new Piece(Kind.LITERAL, command.substring(from), "", ""));
        }
        return pieces;
    }

    /**
     * Where a value goes.
     *
     * @param refused why none can be put in; null if one can
     * @param path whether the author declared a path
     * @param argument whether it is plainly an argument of a command, not part of an expression
     */
    private record Where(String refused, boolean path, boolean argument) {}

    /** Behind a command's name and nothing but words: there a bare word is a text in the PowerShell-like family, too. */
    private static boolean isArgument(String before) {
        String statement = before.substring(Math.max(before.lastIndexOf('\n'), before.lastIndexOf(';')) + 1)
                .strip();
        return ARGUMENTS.matcher(statement).matches();
    }

    private static Piece piece(String fence, String name, String value, Where where) {
        if (where.refused() != null) {
            return new Piece(Kind.REFUSED, "{" + name + "}", name, where.refused() + ", so the value cannot be put in");
        }
        if (value == null) {
            return new Piece(Kind.BLANK, "{" + name + "}", name, "");
        }
        String why = refusal(fence, value, where.path());
        return why.isEmpty()
                ? new Piece(Kind.FILLED, quote(fence, value, where.argument()), name, "")
                : new Piece(Kind.REFUSED, "{" + name + "}", name, why);
    }

    private static String refusal(String fence, String value, boolean path) {
        if (value.isEmpty()) {
            return "the value is empty";
        }
        if (value.startsWith("-")) {
            return "the value begins with a dash and would be read as an option";
        }
        if (POWER.contains(fence) && value.codePoints().anyMatch(c -> c >= 0x2018 && c <= 0x201b)) {
            return "the value holds typographic quotation marks, which end a text in this language";
        }
        if (CMD.contains(fence) && !CmdWords.refusal(value).isEmpty()) {
            return CmdWords.refusal(value);
        }
        if (!path && UP.matcher(value).find()) {
            return "the value leads up out of a folder, and the author declared no path here";
        }
        boolean hidden = value.codePoints()
                .anyMatch(c -> Character.isISOControl(c)
                        || Character.getType(c) == Character.FORMAT
                        || c == 0x2028
                        || c == 0x2029);
        return hidden ? "the value holds invisible characters" : "";
    }

    private static String quote(String fence, String value, boolean argument) {
        if (CMD.contains(fence)) {
            return CmdWords.quote(value);
        }
        boolean plain = !value.isEmpty()
                && value.chars().allMatch(c -> c < 128 && (Character.isLetterOrDigit(c) || "/._-:+%".indexOf(c) >= 0))
                && !RESERVED.contains(value);
        // in an expression of the PowerShell-like family a bare word would be a command
        if (plain && (SH.contains(fence) || argument && value.indexOf('%') < 0)) {
            return value;
        }
        // POSIX: a single quote cannot stand inside single quotes, so it is closed, escaped and opened again;
        // in the PowerShell-like family it is doubled
        return "'" + value.replace("'", SH.contains(fence) ? "'\\''" : "''") + "'";
    }
}
