package org.mendak.core.privacy;

import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * User names and serial numbers in a text that leaves the desk. Unlike a {@link SecretFinder secret} these are wanted while the case
 * is worked, so they are stored, and masked only on the way out.
 */
public final class PersonalDetails {

    /** More words of a name: each with a capital. */
    private static final String MORE = "(?: (?-i:\\p{Lu})[\\p{L}'.-]{0,40}(?![\\p{L}'.-]*\\s*[=:])){0,3}";

    /** A folder named after somebody: up to the next separator, blanks and all, else as far as a name reaches. */
    private static final Pattern IN_PATH = Pattern.compile(
            "(?i)([/\\\\](?:home|users|profiles)[/\\\\])(?:[^/\\\\\\n\"':;,<>|]{1,64}(?=[/\\\\])|[^/\\\\\\s\"':;,<>|]{1,64}"
                    + MORE + ")");

    private static final Pattern NAMED = Pattern.compile(
            "(?i)\\b(user(?:[ _-]?name)?|login|logged in as|signed in as|account|owner)(\\s*[:=]\\s*|\\s+)([\"']?)([\\p{L}\\p{N}][\\p{L}\\p{N}._@\\\\-]{1,63}"
                    + MORE + ")");
    private static final Pattern SERIAL =
            Pattern.compile("(?i)\\b(serial(?:[ _-]?(?:number|no\\.?|nr\\.?))?|s/n|sn)(\\s*[:=#]\\s*|\\s+)"
                    + "((?-i:[A-Z0-9-]{1,20}(?: [A-Z0-9-]*[0-9][A-Z0-9-]*){1,6})|[A-Z0-9][A-Z0-9-]{4,40})");

    private PersonalDetails() {}

    /**
     * The text with user names as {@code [user]} and serial numbers as {@code [serial]}. Linear in its length.
     *
     * @param names names that are known, masked as whole words wherever they stand; those under three characters are left alone
     */
    public static String mask(String text, Set<String> names) {
        String out = IN_PATH.matcher(text).replaceAll("$1[user]");
        out = replaced(NAMED.matcher(out), 4, "[user]");
        out = replaced(SERIAL.matcher(out), 3, "[serial]");
        for (String name : names) {
            if (name.strip().length() >= 3) {
                out = Pattern.compile(
                                "(?<![\\p{L}\\p{N}])" + Pattern.quote(name.strip()) + "(?![\\p{L}\\p{N}])",
                                Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE)
                        .matcher(out)
                        .replaceAll("[user]");
            }
        }
        return out;
    }

    /** What follows a word such as "user" is a name only behind a sign, or where it holds a digit, a dot or an at sign. */
    private static String replaced(Matcher m, int group, String by) {
        StringBuilder out = new StringBuilder();
        while (m.find()) {
            String value = m.group(group);
            boolean sure = !m.group(2).isBlank() || value.matches(".*[\\d._@\\\\].*");
            String head = m.group().substring(0, m.start(group) - m.start());
            m.appendReplacement(out, Matcher.quoteReplacement(sure ? head + by : m.group()));
        }
        m.appendTail(out);
        return out.toString();
    }
}
