package org.mendak.core.language;

import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Words of a command that mostly mean that data is lost: rules of our own, for a remark to whoever writes it, not for a gate. {@code rm} is
 * that of POSIX.1 (IEEE Std 1003.1), the statements are those of SQL (ISO/IEC 9075).
 */
public final class DestroyingWords {

    private static final Pattern WORD = Pattern.compile(
            "(?<![\\w{./-])(?:--?)?(format|reformat|wipe|wipe-all|erase|shred|purge|destroy|reimage|factory-reset|overwrite)(?![\\w}./=-])");

    private static final Pattern REMOVES = Pattern.compile("(?m)(?:^|[;&|]\\s*)(rm\\s++(?:-\\w*[rRf]\\w*\\s++)\\S++)");

    private static final Pattern STATEMENT = Pattern.compile(
            "(?is)\\b(drop\\s++(?:table|database|schema|view|index)|truncate(?:\\s++table)?|delete\\s++from\\s++[\\w.\"]++(?!\\s++where)(?=\\s*+(?:;|$)))");

    private DestroyingWords() {}

    /** The first word of a command that says so; empty if there is none. Linear in its length. */
    public static Optional<String> in(String language, String command) {
        Matcher m = language.equalsIgnoreCase("sql")
                ? STATEMENT.matcher(command)
                : WORD.matcher(command.toLowerCase(Locale.ROOT));
        if (m.find()) {
            return Optional.of(m.group(1).replaceAll("\\s+", " "));
        }
        Matcher rm = REMOVES.matcher(command);
        return rm.find() ? Optional.of("rm") : Optional.empty();
    }
}
