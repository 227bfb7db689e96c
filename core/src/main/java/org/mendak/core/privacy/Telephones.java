package org.mendak.core.privacy;

/** Telephone numbers: with the plus of ITU-T E.164, or in groups behind a nought. Those behind a word such as "phone" are found by it. */
final class Telephones {

    private static final int FEWEST = 8;
    private static final int MOST = 15;

    private final Reading text;
    private final SecretFinder.Told told;

    Telephones(Reading text, SecretFinder.Told told) {
        this.text = text;
        this.told = told;
    }

    void all() {
        int i = 0;
        while (i < text.length()) {
            char c = text.charAt(i);
            boolean begins = i == 0
                    || !(Character.isLetterOrDigit(text.charAt(i - 1)) || ".,:-_/+".indexOf(text.charAt(i - 1)) >= 0);
            if (begins && (c == '+' || c == '0' || c == '(')) {
                i = number(i);
            } else {
                i++;
            }
        }
    }

    /** Whether so many figures in so many groups are a number that is called. */
    private static boolean isNumber(boolean plus, boolean nought, int figures, int groups) {
        return plus ? figures >= FEWEST && figures <= MOST : nought && figures >= 9 && figures <= 12 && groups >= 3;
    }

    private int number(int from) {
        boolean plus = text.charAt(from) == '+';
        int i = plus ? from + 1 : from;
        int figures = 0;
        int groups = 1;
        boolean nought = false;
        int end = i;
        boolean gap = false;
        while (i < text.length() && figures <= MOST) {
            char c = text.charAt(i);
            if (c >= '0' && c <= '9') {
                nought |= figures == 0 && c == '0';
                groups += gap && figures > 0 ? 1 : 0;
                gap = false;
                figures++;
                end = i + 1;
            } else if ((c == ' ' || c == '-' || c == '.' || c == '(' || c == ')' || c == '/') && i - end < 2) {
                gap = true;
            } else {
                break;
            }
            i++;
        }
        boolean apart = end >= text.length() || !Character.isLetterOrDigit(text.charAt(end));
        // 2026-03-04 08:41 and 0.25 0.50 are none
        if (apart && isNumber(plus, nought, figures, groups) && !text.is(end, ':') && !decimals(from, end)) {
            told.at(SecretFinder.Kind.NUMBER, from, end);
        }
        return Math.max(end, from + 1);
    }

    private boolean decimals(int from, int end) {
        return text.is(from + 1, '.')
                || text.part(from, end).matches("[0-9.]+(?: [0-9.]+)*")
                        && text.part(from, end).indexOf('.') >= 0;
    }
}
