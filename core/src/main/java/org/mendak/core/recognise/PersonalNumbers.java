package org.mendak.core.recognise;

/**
 * Card and account numbers, in groups or not, known by their check digits: ISO/IEC 7812-1 (the sum of H. P. Luhn, US patent 2950048, 1960)
 * and ISO 13616 (modulo 97 by ISO/IEC 7064).
 */
final class PersonalNumbers {

    /** Where a number begins and ends. */
    @FunctionalInterface
    interface Told {
        void at(int from, int to);
    }

    private final String text;
    private final Told told;

    private PersonalNumbers(String text, Told told) {
        this.text = text;
        this.told = told;
    }

    /** Tells every number of a text, in order. O(length). */
    static void find(String text, Told told) {
        new PersonalNumbers(text, told).all();
    }

    private void all() {
        int i = 0;
        while (i < text.length()) {
            char c = text.charAt(i);
            boolean begins = i == 0 || !Character.isLetterOrDigit(text.charAt(i - 1));
            if (begins && c >= '0' && c <= '9') {
                i = card(i);
            } else if (begins && c >= 'A' && c <= 'Z') {
                i = account(i);
            } else {
                i++;
            }
        }
    }

    private int card(int from) {
        StringBuilder digits = new StringBuilder();
        int end = from;
        int groups = 1;
        while (end < text.length() && digits.length() <= 19) {
            char c = text.charAt(end);
            boolean gap = (c == ' ' || c == '-')
                    && end + 1 < text.length()
                    && Character.isDigit(text.charAt(end + 1))
                    && end > from;
            if (c >= '0' && c <= '9') {
                digits.append(c);
            } else if (gap) {
                groups++;
            } else {
                break;
            }
            end++;
        }
        boolean apart = end >= text.length() || !Character.isLetterOrDigit(text.charAt(end));
        boolean card =
                digits.length() >= 15 && digits.length() <= 19 && groups <= 5 && "3456".indexOf(digits.charAt(0)) >= 0;
        if (card && apart && luhn(digits)) {
            told.at(from, end);
        }
        return Math.max(end, from + 1);
    }

    static boolean luhn(CharSequence digits) {
        int sum = 0;
        for (int i = 0; i < digits.length(); i++) {
            int d = digits.charAt(digits.length() - 1 - i) - '0';
            int twice = i % 2 == 1 ? d * 2 : d;
            sum += twice > 9 ? twice - 9 : twice;
        }
        return sum % 10 == 0;
    }

    private int account(int from) {
        StringBuilder s = new StringBuilder();
        int end = from;
        while (end < text.length() && s.length() < 34) {
            char c = text.charAt(end);
            if (c >= 'A' && c <= 'Z' || c >= '0' && c <= '9') {
                s.append(c);
            } else if (c != ' ' || end + 1 >= text.length() || !Character.isDigit(text.charAt(end + 1))) {
                break;
            }
            end++;
        }
        boolean shaped = s.length() >= 15
                && Character.isLetter(s.charAt(1))
                && Character.isDigit(s.charAt(2))
                && Character.isDigit(s.charAt(3));
        if (shaped && mod97(s.substring(4) + s.substring(0, 4)) == 1) {
            told.at(from, end);
        }
        return Math.max(end, from + 1);
    }

    static int mod97(String account) {
        int rest = 0;
        for (int i = 0; i < account.length(); i++) {
            int v = Character.getNumericValue(account.charAt(i));
            rest = (rest * (v > 9 ? 100 : 10) + v) % 97;
        }
        return rest;
    }
}
