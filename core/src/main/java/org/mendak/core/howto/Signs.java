package org.mendak.core.howto;

import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What a known error is recognised by, found in what is told of it: codes and messages. */
final class Signs {

    private static final Pattern NAMES_CODES = Pattern.compile("(?i)\\b(?:codes?|err|error number)\\b");
    private static final Pattern CODE_SHAPE = Pattern.compile(
            "(?<![\\p{L}\\p{N}_-])(?:0x[0-9A-Fa-f]{6,}|[A-Z]{2,8}[-_]\\d{2,6}|[A-Z]{2,}(?:_[A-Z0-9]+)+)(?![\\p{L}\\p{N}_-])");
    private static final Pattern CODES = Pattern.compile(
            "(?i:\\b(?:codes?|errors?|err|numbers?|no|status|fault|event|stop)\\b)[^\\p{L}\\p{N}]{0,4}(?:(?i:is|no|number|code)[^\\p{L}\\p{N}]{1,3})?((?:[A-Za-z]{0,8}[-_#]?\\d[\\w-]*|0x[0-9A-Fa-f]+|[A-Z][A-Z0-9]*(?:[-_][A-Z0-9]+)+)(?:[`'\"]?\\s*(?:,|/|or|and)\\s*[`'\"]?(?:[A-Za-z]{0,8}[-_#]?\\d[\\w-]*|0x[0-9A-Fa-f]+|[A-Z][A-Z0-9]*(?:[-_][A-Z0-9]+)+))*)");
    /** A number that is no code without the word before it. */
    private static final Pattern EXITS = Pattern.compile(
            "(?i)\\b(exit|status|event|stop|error)(?: code| number| status| id)?[ :#]+(\\d{1,5})\\b(?![\\w-]|\\.\\d)");

    private static final Pattern ONE_CODE = Pattern.compile(
            "0x[0-9A-Fa-f]+|[A-Za-z]{1,8}[-_#]?\\d[\\w-]*|\\d{2,}[\\w-]*|[A-Z][A-Z0-9]*(?:[-_][A-Z0-9]+)+");

    private final Found found;

    Signs(Found found) {
        this.found = found;
    }

    /**
     * Takes the codes that are told in a text; answers whether there are any.
     *
     * @param listed whether it stands where codes are listed
     */
    boolean codes(String text, boolean listed) {
        boolean any = false;
        Matcher exits = EXITS.matcher(text);
        while (exits.find()) {
            code(exits.group(1).toLowerCase(Locale.ROOT) + " " + exits.group(2));
            any = true;
        }
        Matcher m = CODES.matcher(EXITS.matcher(text).replaceAll(" "));
        while (m.find()) {
            Matcher one = ONE_CODE.matcher(m.group(1));
            while (one.find()) {
                code(one.group());
                any = true;
            }
        }
        // what cannot be anything else, where the message is told or nothing else stands
        String quoted = Sentences.quoted(text);
        String beside = quoted == null ? text : text.replace(quoted, " ");
        boolean bare = CODE_SHAPE.matcher(text).replaceAll("").matches("[\\s\\p{Punct}]*(?:or|and)?[\\s\\p{Punct}]*");
        Matcher shape = CODE_SHAPE.matcher(beside);
        while (shape.find()
                && (bare || quoted != null || NAMES_CODES.matcher(text).find())) {
            code(shape.group());
            any = true;
        }
        if (listed && !any) {
            for (String w : text.split("[\\s`,;()\"']+")) {
                if (ONE_CODE.matcher(w).matches()) {
                    code(w);
                    any = true;
                }
            }
        }
        return any;
    }

    private void code(String code) {
        if (!found.codes.contains(code) && found.codes.size() < Writing.MOST_CODES) {
            found.codes.add(code);
        }
    }

    /** Takes what was said on the screen, without the marks around it. */
    void message(String said) {
        String text = said.strip()
                .replaceFirst("^[\"\u201c\u201e\u00ab'`]+", "")
                .replaceFirst("[\"\u201d\u201c\u00bb'`]+$", "")
                .strip();
        if (ONE_CODE.matcher(text).matches()) {
            code(text);
        } else if (!text.isEmpty() && !found.messages.contains(text)) {
            found.messages.add(text);
        }
    }
}
