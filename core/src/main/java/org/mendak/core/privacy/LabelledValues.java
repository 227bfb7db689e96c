package org.mendak.core.privacy;

import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Values that a word announces: behind a sign, in a sentence, in the next cell or line, in a tag or an attribute, behind an option of a
 * command.
 */
final class LabelledValues {

    private static final Pattern SPELLED = Pattern.compile(
            "\\d{1,2}(?:st|nd|rd|th|\\.)? (?:of )?\\p{L}{3,9}\\.? \\d{4}|\\p{L}{3,9} \\d{1,2},? \\d{4}");
    private static final int LONGEST_PART = 30;
    private static final int LONGEST_VALUE = 400;
    private static final int LONGEST_GAP = 60;

    /** As much of a value as is looked at to tell whether it is one; a text of nothing but labels is still read in no time. */
    private static final int LOOKED_AT = 64;

    private final Reading text;
    private final SecretFinder.Told told;

    /** The last two words that were read, in small letters, and where the last one ended. */
    private String before = "";

    private String beforeThat = "";
    private int beforeEnd = -10;

    LabelledValues(Reading text, SecretFinder.Told told) {
        this.text = text;
        this.told = told;
    }

    void all() {
        int i = 0;
        while (i < text.length()) {
            if (!inWord(text.charAt(i))) {
                i++;
                continue;
            }
            int end = i;
            while (end < text.length() && inWord(text.charAt(end))) {
                end++;
            }
            int from = i;
            i = Math.max(end, word(from, end));
            int last = startOf(end);
            beforeThat = from - beforeEnd <= 2 ? before : "";
            before = end - last <= LONGEST_PART ? text.part(last, end).toLowerCase(Locale.ROOT) : "";
            beforeEnd = end;
        }
        Labels.ANYWHERE.forEach(this::anywhere);
    }

    /** The word before one that begins here; empty if something stands between. */
    private String before(int from) {
        return from - beforeEnd <= 2 ? before : "";
    }

    /** Where the word begins that ends here; longer words are no part of a label. */
    private int startOf(int end) {
        int from = end;
        while (from > 0 && end - from <= LONGEST_PART && inWord(text.charAt(from - 1))) {
            from--;
        }
        return from;
    }

    private static boolean inWord(char c) {
        return Character.isLetterOrDigit(c)
                || Character.getType(c) == Character.NON_SPACING_MARK
                || Character.getType(c) == Character.COMBINING_SPACING_MARK
                || c == '_'
                || c == '-'
                || c == '.'
                || c == '\'';
    }

    private void anywhere(String label, Labels.Announces what) {
        for (int at = text.indexOf(label, 0); at >= 0; at = text.indexOf(label, at + 1)) {
            value(at, at + label.length(), what);
        }
    }

    /** One word; answers where the value behind it ends, or 0. */
    private int word(int from, int to) {
        int first = from;
        while (first < to && (text.charAt(first) == '-' || text.charAt(first) == '.')) {
            first++;
        }
        if (first - from == 1 && text.charAt(from) == '-') {
            int option = shortOption(from, to);
            if (option > 0) {
                return option;
            }
        }
        int last = to;
        while (last > first && "-.'".indexOf(text.charAt(last - 1)) >= 0) {
            last--;
        }
        if (last == first || last - first > 60) {
            return 0;
        }
        String written = text.part(first, last);
        if (first - from >= 2 && written.equals("user") && text.is(to, ' ')) {
            return pair(to + 1);
        }
        if (first - from >= 2 && written.equals("pass")) {
            return value(from, to, Labels.Announces.PASSWORD);
        }
        Labels.Announces what = Labels.of(written, before(from));
        return what == null ? 0 : value(from, to, what);
    }

    /** -pSecret, -u name:secret and their like; the option stands at {@code from}. */
    private int shortOption(int from, int to) {
        if (to - from < 2) {
            return 0;
        }
        char letter = text.charAt(from + 1);
        if (to - from == 2 && (letter == 'u' || letter == 'U') && text.is(to, ' ')) {
            return pair(to + 1);
        }
        if (letter != 'p' || to - from < 5) {
            return 0;
        }
        int end = valueEnd(from + 2, false, LOOKED_AT);
        String v = text.part(from + 2, end);
        boolean option = Looks.madeUp(v) && Looks.digits(v) < v.length() && !v.matches("[a-z]+=?.*")
                || v.matches("[a-z]*[A-Z0-9!#$%&*+?@]+\\w*[!#$%&*+?@0-9]\\w*");
        if (option && inCommand(from)) {
            told.at(SecretFinder.Kind.PASSWORD, from + 2, end);
            return end;
        }
        return 0;
    }

    /** Whether other options stand before it in the line. */
    private boolean inCommand(int at) {
        int from = at - 1;
        while (from > 0 && at - from < 200 && text.charAt(from) != '\n') {
            if (text.charAt(from) == ' ' && text.is(from + 1, '-') && from + 1 < at) {
                return true;
            }
            from--;
        }
        return false;
    }

    private int pair(int from) {
        int at = quoted(from) ? from + 1 : from;
        int colon = at;
        while (colon < text.length()
                && colon - at < 80
                && text.charAt(colon) != ':'
                && !Character.isWhitespace(text.charAt(colon))) {
            colon++;
        }
        if (!text.is(colon, ':') || colon == at || text.is(colon + 1, '/')) {
            return 0;
        }
        int end = valueEnd(colon + 1, quoted(from), LONGEST_VALUE);
        told.at(SecretFinder.Kind.PASSWORD, colon + 1, end);
        return end;
    }

    private boolean quoted(int at) {
        return text.is(at, '"') || text.is(at, '\'');
    }

    /** How a value is joined to its label. */
    private enum Joined {
        BY_SIGN,
        BY_WORD,
        /** By a word of a language whose other words are not known here: only what looks made up is taken. */
        BY_CLOSE_WORD,
        BY_GAP,
        BY_LINE,
        BY_TAG,
        AS_OPTION
    }

    /** The value behind a label; answers where it ends, or 0 if there is none. */
    private int value(int from, int to, Labels.Announces what) {
        int at = to;
        boolean tag = text.is(from - 1, '<') || from >= 2 && text.is(from - 1, ':') && tagBefore(from);
        while (at < text.length() && at < to + 3 && "\"')]".indexOf(text.charAt(at)) >= 0) {
            at++;
        }
        int sign = blanks(at);
        if (text.is(sign, '>') && (tag || text.is(sign - 1, '=')) || tag && text.is(at, '>')) {
            return taken(what, Joined.BY_TAG, text.is(sign, '>') ? sign + 1 : at + 1);
        }
        if (text.is(sign, ':') || text.is(sign, '=') || text.is(sign, '：') || text.is(sign, '|')) {
            int value = sign;
            while (value < text.length() && value < sign + 3 && ":=>：|".indexOf(text.charAt(value)) >= 0) {
                value++;
            }
            value = blanks(value);
            return text.is(value, '\n') || text.is(value, '\r')
                    ? nextLine(value, what)
                    : taken(what, Joined.BY_SIGN, value);
        }
        int attribute = attribute(to);
        if (attribute > 0) {
            return taken(what, Joined.BY_SIGN, attribute);
        }
        if (text.is(at, '\t')) {
            return taken(what, Joined.BY_GAP, blanks(at));
        }
        if (text.is(sign, '\n') || text.is(sign, '\r')) {
            return isAloneInLine(from) ? nextLine(sign, what) : 0;
        }
        if (text.is(from, '-') && sign > at) {
            return text.is(sign, '-') ? 0 : taken(what, Joined.AS_OPTION, sign);
        }
        if (sign > at && what == Labels.Announces.PASSWORD && beforeThat.equals("login")) {
            return taken(what, Joined.AS_OPTION, sign);
        }
        return inSentence(at, sign, what);
    }

    private int inSentence(int at, int sign, Labels.Announces what) {
        if (sign == at && sign < text.length() && Labels.IS_CLOSE.contains(text.part(sign, sign + 1))) {
            return taken(what, Joined.BY_CLOSE_WORD, blanks(sign + 1));
        }
        int wordEnd = sign;
        while (wordEnd < text.length() && wordEnd - sign < 8 && Character.isLetter(text.charAt(wordEnd))) {
            wordEnd++;
        }
        String joining = text.part(sign, wordEnd).toLowerCase(Locale.ROOT);
        if (sign > at && Labels.IS.contains(joining)) {
            int value = blanks(wordEnd);
            value = text.is(value, ':') ? blanks(value + 1) : value;
            boolean english = joining.equals("is") || joining.equals("was") || joining.equals("are");
            return value > wordEnd ? taken(what, english ? Joined.BY_WORD : Joined.BY_CLOSE_WORD, value) : 0;
        }
        int direct = sign > at ? taken(what, Joined.BY_GAP, sign) : 0;
        return direct == 0 && what == Labels.Announces.PASSWORD ? laterInSentence(sign) : direct;
    }

    /** "The password of the till's account is Br1ne22": some words on, and only what looks made up. */
    private int laterInSentence(int from) {
        int most = Math.min(text.length(), from + LONGEST_GAP);
        for (int i = from; i < most; i++) {
            char c = text.charAt(i);
            if (c == '\n' || c == '.' || c == ';') {
                return 0;
            }
            boolean is = c == ' ' && (text.goesOnWith(i, " is ") || text.goesOnWith(i, " was "));
            if (is || c == ':' && text.is(i + 1, ' ')) {
                return taken(Labels.Announces.PASSWORD, Joined.BY_CLOSE_WORD, blanks(is ? i + 4 : i + 2));
            }
        }
        return 0;
    }

    private boolean tagBefore(int from) {
        int i = from - 2;
        while (i > 0 && from - i < 20 && Character.isLetterOrDigit(text.charAt(i))) {
            i--;
        }
        return text.is(i, '<');
    }

    /** key="password" value="x" and {"name": "password", "value": "x"}: where x begins, or 0. */
    private int attribute(int from) {
        int i = from;
        while (i < text.length() && i - from < LONGEST_GAP && " ,\"'{}".indexOf(text.charAt(i)) >= 0) {
            i++;
        }
        if (i == from || !text.goesOnWith(i, "value")) {
            return 0;
        }
        i += 5;
        int sign = i;
        while (i < text.length() && i - sign < 6 && " \"':=".indexOf(text.charAt(i)) >= 0) {
            i++;
        }
        return i > sign ? i : 0;
    }

    /** A form as it is copied: the label in a line of its own, the value in the next. */
    private boolean isAloneInLine(int from) {
        int i = from;
        while (i > 0 && from - i < 40 && text.charAt(i - 1) != '\n') {
            i--;
        }
        if (i > 0 && text.charAt(i - 1) != '\n') {
            return false;
        }
        return text.part(i, from).strip().split("\\s+").length <= 2;
    }

    private int nextLine(int from, Labels.Announces what) {
        int at = from;
        while (at < text.length() && at < from + 4 && Character.isWhitespace(text.charAt(at))) {
            at++;
        }
        return taken(what, Joined.BY_LINE, at);
    }

    private int blanks(int from) {
        int at = from;
        while (at < text.length()
                && at - from < LONGEST_GAP
                && (text.charAt(at) == ' ' || text.charAt(at) == '\t' || text.charAt(at) == '\u00a0')) {
            at++;
        }
        return at;
    }

    private int taken(Labels.Announces what, Joined joined, int from) {
        if (from >= text.length()) {
            return 0;
        }
        if (what == Labels.Announces.PAIR) {
            return pair(from);
        }
        if (what == Labels.Announces.PERSON || what == Labels.Announces.PHONE || what == Labels.Announces.BIRTH) {
            return number(what, from);
        }
        boolean quoted = quoted(from);
        int value = quoted ? from + 1 : from;
        int end = joined == Joined.BY_TAG ? tagEnd(value, LOOKED_AT) : valueEnd(value, quoted, LOOKED_AT);
        int last = end;
        while (last > value && !quoted && ".,?".indexOf(text.charAt(last - 1)) >= 0 && isSentenceEnd(last)) {
            last--;
        }
        if (last <= value) {
            return 0;
        }
        String v = text.part(value, last);
        if (!quoted
                && last < text.length()
                && text.charAt(last) == ' '
                && (what == Labels.Announces.KEY || what == Labels.Announces.CODE)) {
            int grouped = grouped(value);
            if (grouped > last) {
                told.at(SecretFinder.Kind.KEY, value, grouped);
                return grouped;
            }
        }
        if (what == Labels.Announces.CODE && v.matches("\\d{3}") && text.is(last, ' ')) {
            int second = valueEnd(last + 1, false, LOOKED_AT);
            if (text.part(last + 1, second).matches("\\d{3}")) {
                told.at(SecretFinder.Kind.TOKEN, value, second);
                return second;
            }
        }
        SecretFinder.Kind kind = kind(what, joined, quoted, v, end);
        if (kind == null) {
            return 0;
        }
        if (end - value >= LOOKED_AT) {
            end = joined == Joined.BY_TAG ? tagEnd(value, LONGEST_VALUE) : valueEnd(value, quoted, LONGEST_VALUE);
            last = end;
        }
        told.at(kind, value, last);
        return end;
    }

    private boolean isSentenceEnd(int last) {
        return last >= text.length()
                || Character.isWhitespace(text.charAt(last))
                || ".,!?".indexOf(text.charAt(last)) >= 0;
    }

    /** What a value is, or null if it is none. */
    private SecretFinder.Kind kind(Labels.Announces what, Joined joined, boolean quoted, String v, int end) {
        String low = v.toLowerCase(Locale.ROOT);
        if (Labels.NO_VALUE.contains(low)
                || v.startsWith("[")
                || v.startsWith("{")
                || v.startsWith("$")
                || v.matches("[*•.x_-]+")) {
            return null;
        }
        if (what != Labels.Announces.PASSWORD && what != Labels.Announces.PASS && Looks.digits(v) == 0) {
            return null;
        }
        boolean made = Looks.madeUp(v);
        return switch (what) {
            case PASSWORD -> {
                boolean sure = joined == Joined.BY_SIGN || joined == Joined.BY_TAG || joined == Joined.AS_OPTION;
                boolean word = joined == Joined.BY_WORD && !made && (quoted || isLastWord(low, end));
                boolean gap = joined == Joined.BY_GAP && (quoted && v.length() >= 3);
                boolean clear = made && (joined != Joined.BY_GAP || v.length() >= 6);
                yield sure && v.length() >= 2 || word || gap || clear ? SecretFinder.Kind.PASSWORD : null;
            }
            case TOKEN -> {
                boolean sure = (joined == Joined.BY_SIGN || joined == Joined.BY_TAG || joined == Joined.AS_OPTION)
                        && v.length() >= 4
                        && Looks.digits(v) > 0
                        && !v.matches("\\d+(?:[.:]\\d+)*");
                boolean clear = made && v.length() >= 8 && joined != Joined.BY_GAP;
                yield sure || Looks.key(v) || clear ? SecretFinder.Kind.TOKEN : null;
            }
            case PASS -> made && joined != Joined.BY_GAP ? SecretFinder.Kind.PASSWORD : null;
            case PIN -> v.matches("\\d{3,8}") || made ? SecretFinder.Kind.PASSWORD : null;
            case CODE -> Looks.code(v) || Looks.key(v) ? SecretFinder.Kind.TOKEN : null;
            case KEY -> Looks.key(v) ? SecretFinder.Kind.KEY : null;
            default -> null;
        };
    }

    /** "The password is tide." but not "the password is about to end". */
    private boolean isLastWord(String low, int end) {
        int at = blanks(end);
        boolean last = at >= text.length()
                || "\n\r.,;!".indexOf(text.charAt(at)) >= 0
                || end > 0 && ".,;!".indexOf(text.charAt(end - 1)) >= 0;
        return last
                && low.length() >= 3
                && !low.endsWith("ed")
                && !low.endsWith("ing")
                && low.chars().allMatch(Character::isLetter);
    }

    /** Groups with blanks between them, as keys are read out: at least three of four to eight letters and figures. */
    private int grouped(int from) {
        int groups = 0;
        int i = from;
        int end = from;
        boolean figures = false;
        while (i < text.length() && groups < 12) {
            int start = i;
            while (i < text.length() && Character.isLetterOrDigit(text.charAt(i)) && text.charAt(i) < 128) {
                figures |= Character.isDigit(text.charAt(i));
                i++;
            }
            String group = text.part(start, i);
            if (group.length() < 4
                    || group.length() > 8
                    || Looks.digits(group) == 0 && !group.equals(group.toUpperCase(Locale.ROOT))) {
                break;
            }
            groups++;
            end = i;
            if (!text.is(i, ' ') && !text.is(i, '-')) {
                break;
            }
            i++;
        }
        return groups >= 3 && figures ? end : 0;
    }

    private int tagEnd(int from, int most) {
        int end = from;
        while (end < text.length() && end - from < most && text.charAt(end) != '<' && text.charAt(end) != '\n') {
            end++;
        }
        return end;
    }

    private int valueEnd(int from, boolean quoted, int most) {
        int end = from;
        while (end < text.length() && end - from < most) {
            char c = text.charAt(end);
            if (quoted
                    ? c == text.charAt(from - 1) || c == '\n'
                    : Character.isWhitespace(c) || "\"'<>,;)]}|".indexOf(c) >= 0) {
                break;
            }
            if (!quoted && c == '&' && end + 2 < text.length() && assignment(end + 1)) {
                break;
            }
            end++;
        }
        return end;
    }

    /** In an address the next parameter begins behind an ampersand. */
    private boolean assignment(int from) {
        int i = from;
        while (i < text.length()
                && i - from < 40
                && (Character.isLetterOrDigit(text.charAt(i)) || "_-.".indexOf(text.charAt(i)) >= 0)) {
            i++;
        }
        return i > from && text.is(i, '=');
    }

    /** A number of a person, a day of birth, a telephone number: as far as figures go. */
    private int number(Labels.Announces what, int from) {
        int i = from;
        if (what != Labels.Announces.BIRTH) {
            for (String word : new String[] {
                "is ", "number ", "no. ", "no ", "nr. ", "nr ", "me ", "on ", "at ", "back ", "under ", ": "
            }) {
                i = text.goesOnWith(i, word) ? blanks(i + word.length()) : i;
            }
        } else {
            for (String word : new String[] {"is ", "on ", "am ", "el ", "il ", "le ", "the ", "date ", ": "}) {
                i = text.goesOnWith(i, word) ? blanks(i + word.length()) : i;
            }
        }
        i = quoted(i) ? i + 1 : i;
        int spelled = what == Labels.Announces.BIRTH ? spelledDay(i) : 0;
        if (spelled > 0) {
            told.at(SecretFinder.Kind.NUMBER, i, spelled);
            return spelled;
        }
        int end = i;
        int figures = 0;
        int letters = 0;
        int last = i;
        while (end < text.length() && end - i < 40) {
            char c = text.charAt(end);
            if (Character.isDigit(c)) {
                figures++;
                last = end + 1;
            } else if (Character.isLetter(c) && what != Labels.Announces.PHONE && c < 128 && isPart(end)) {
                letters++;
                last = end + 1;
            } else if (" -./()+".indexOf(c) < 0 || end - last > 1) {
                break;
            }
            end++;
        }
        boolean found = switch (what) {
            case PHONE -> figures >= 7 && figures <= 15;
            case BIRTH -> figures >= 4 && figures <= 8 && isDay(text.part(i, last));
            default -> figures >= 5 && letters <= 8;
        };
        if (found) {
            told.at(SecretFinder.Kind.NUMBER, i, last);
            return last;
        }
        return 0;
    }

    /** 3 March 1981: where it ends, or 0. */
    private int spelledDay(int from) {
        String written = text.part(from, Math.min(text.length(), from + 24));
        Matcher m = SPELLED.matcher(written);
        return m.lookingAt() ? from + m.end() : 0;
    }

    /** A letter among figures, as in AB 12 34 56 C. */
    private boolean isPart(int at) {
        return at + 1 >= text.length()
                || !Character.isLowerCase(text.charAt(at))
                || Character.isDigit(text.charAt(at + 1))
                || at > 0 && Character.isDigit(text.charAt(at - 1));
    }

    private static boolean isDay(String written) {
        return written.matches(
                "\\d{4}[-./ ]\\d{1,2}[-./ ]\\d{1,2}|\\d{1,2}[-./ ]{1,2}\\d{1,2}[-./ ]{1,2}\\d{2,4}|\\d{6}|\\d{8}");
    }
}
