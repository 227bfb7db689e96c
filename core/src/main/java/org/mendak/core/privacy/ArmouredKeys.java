package org.mendak.core.privacy;

/** Keys in armour (RFC 7468), whole, also when their end is missing; and the groups of figures and letters that keys are printed in. */
final class ArmouredKeys {

    private static final String BEGIN = "-----BEGIN ";
    private static final int LONGEST_NAME = 80;

    private final Reading text;
    private final SecretFinder.Told told;

    ArmouredKeys(Reading text, SecretFinder.Told told) {
        this.text = text;
        this.told = told;
    }

    void all() {
        int at = text.indexOf(BEGIN, 0);
        while (at >= 0) {
            int close = nameEnd(at + BEGIN.length());
            if (close < 0 || !text.part(at, close).contains("PRIVATE KEY")) {
                at = text.indexOf(BEGIN, at + BEGIN.length());
                continue;
            }
            int end = text.indexOf("-----END ", close);
            int last = end < 0 ? text.length() : text.lineEnd(end);
            told.at(SecretFinder.Kind.KEY, at, last);
            at = text.indexOf(BEGIN, last);
        }
        groups();
    }

    /** The dashes behind a name that is not too long, or -1. */
    private int nameEnd(int from) {
        int most = Math.min(text.length() - 4, from + LONGEST_NAME);
        for (int i = from; i < most; i++) {
            if (text.charAt(i) == '-' && text.goesOnWith(i, "-----")) {
                return i;
            }
            if (text.charAt(i) == '\n') {
                return -1;
            }
        }
        return -1;
    }

    /** Five groups of five letters and figures, or six to eight groups of six figures, with dashes: nothing else is written so. */
    private void groups() {
        int i = 0;
        while (i < text.length()) {
            if (!isSign(text.charAt(i))) {
                i++;
                continue;
            }
            int from = i;
            int groups = 0;
            int size = 0;
            int first = -1;
            boolean same = true;
            boolean figures = true;
            boolean letters = false;
            while (i < text.length() && (isSign(text.charAt(i)) || text.charAt(i) == '-')) {
                char c = text.charAt(i);
                if (c == '-') {
                    same &= first < 0 || size == first;
                    first = first < 0 ? size : first;
                    groups++;
                    size = 0;
                } else {
                    size++;
                    figures &= c <= '9';
                    letters |= c > '9';
                }
                i++;
            }
            groups++;
            same &= size == first;
            boolean apart = (from == 0 || !Character.isLetterOrDigit(text.charAt(from - 1)))
                    && (i >= text.length() || !Character.isLetterOrDigit(text.charAt(i)));
            boolean product = groups == 5 && first == 5 && letters;
            boolean recovery = groups >= 6 && groups <= 8 && first == 6 && figures;
            if (apart && same && (product || recovery)) {
                told.at(SecretFinder.Kind.KEY, from, i);
            }
        }
    }

    private static boolean isSign(char c) {
        return c >= '0' && c <= '9' || c >= 'A' && c <= 'Z';
    }
}
