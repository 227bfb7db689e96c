package org.mendak.core.shapes;

import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What a line of a log says, without when and how grave: a screen that says the same has neither. */
public final class LogHead {

    private static final Pattern HEAD = Pattern.compile("^\\s*"
            + "(?:\\[?\\d{4}[-/]\\d{2}[-/]\\d{2}[T ]\\d{2}:\\d{2}(?::\\d{2})?(?:[.,]\\d+)?(?:Z|[+-]\\d{2}:?\\d{2})?\\]?\\s*"
            + "|\\[?\\d{2}:\\d{2}:\\d{2}(?:[.,]\\d+)?\\]?\\s*"
            + "|[A-Z][a-z]{2}\\s{1,2}\\d{1,2}\\s\\d{2}:\\d{2}:\\d{2}\\s+)?"
            + "(?:[\\[<(]?(?:EMERG|ALERT|FATAL|CRITICAL|CRIT|SEVERE|ERROR|ERR|WARNING|WARN|NOTICE|INFO|DEBUG|TRACE)[\\]>)]?:?\\s+)?"
            + "(?:-\\s+)?");
    /** With fewer letters nothing is said any more. */
    private static final int FEWEST = 8;

    private LogHead() {}

    /** The line without its head; as it is if nothing were left. Linear in its length. */
    public static String without(String line) {
        Matcher head = HEAD.matcher(line);
        String rest = head.lookingAt() ? line.substring(head.end()).strip() : line.strip();
        return rest.chars().filter(Character::isLetter).count() < FEWEST ? line.strip() : rest;
    }
}
