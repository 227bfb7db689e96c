package org.mendak.core.privacy;

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

    private final Reading text;
    private final Told told;

    private PersonalNumbers(Reading text, Told told) {
        this.text = text;
        this.told = told;
    }

    /** Tells every number of a text, in order. O(length). */
    static void find(Reading text, Told told) {
        new PersonalNumbers(text, told).all();
        NationalNumbers.find(text, told);
    }

    private void all() {
        int i = 0;
        while (i < text.length()) {
            char c = text.charAt(i);
            boolean begins = i == 0 || !Character.isLetterOrDigit(text.charAt(i - 1)) && !isFraction(i);
            if (begins && c >= '0' && c <= '9') {
                i = card(i);
            } else if (begins && c >= 'A' && c <= 'Z') {
                i = account(i);
            } else {
                i++;
            }
        }
    }

    /** Figures behind a decimal sign are no number of anything. */
    private boolean isFraction(int at) {
        char before = text.charAt(at - 1);
        return (before == '.' || before == ',') && at > 1 && Character.isDigit(text.charAt(at - 2));
    }

    private int card(int from) {
        StringBuilder digits = new StringBuilder();
        StringBuilder groups = new StringBuilder();
        int end = from;
        int group = 0;
        char sign = 0;
        while (end < text.length() && digits.length() <= 19) {
            char c = text.charAt(end);
            boolean figure = c >= '0' && c <= '9';
            boolean gap = (c == ' ' || c == '-' || c == '.')
                    && (sign == 0 || sign == c)
                    && end + 1 < text.length()
                    && Character.isDigit(text.charAt(end + 1))
                    && (group == 4 || group == 6);
            if (figure) {
                digits.append(c);
                group++;
            } else if (gap) {
                sign = c;
                groups.append(group);
                group = 0;
            } else {
                break;
            }
            end++;
        }
        boolean grouped = sign == 0 || isGrouped(groups.append(group).toString());
        boolean apart = end >= text.length() || !Character.isLetterOrDigit(text.charAt(end));
        boolean goesOn = end + 1 < text.length()
                && ".,".indexOf(text.charAt(end)) >= 0
                && Character.isDigit(text.charAt(end + 1));
        if (grouped && apart && !goesOn && isIssued(digits) && luhn(digits)) {
            told.at(from, end);
        }
        // the figures behind a gap may begin a number of their own
        return sign == 0 || grouped ? Math.max(end, from + 1) : from + Integer.parseInt(groups.substring(0, 1)) + 1;
    }

    /** As cards are printed: fours, or four, six and the rest. */
    private static boolean isGrouped(String groups) {
        return groups.matches("4444|4444[1-3]|465|464");
    }

    /** Beginnings and lengths that ISO/IEC 7812 issuers use. */
    private static boolean isIssued(CharSequence digits) {
        if (digits.length() < 15 || digits.length() > 19) {
            return false;
        }
        return switch (digits.charAt(0)) {
            case '3' -> "47".indexOf(digits.charAt(1)) >= 0 ? digits.length() == 15 : digits.length() == 16;
            case '4' -> digits.length() == 16 || digits.length() == 19;
            case '5' -> digits.length() == 16;
            case '6' -> digits.length() >= 16;
            default -> false;
        };
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
