package org.mendak.core.recognise.codes;

/**
 * A code in a text.
 *
 * @param raw as it stands there
 * @param canonical its one notation, for showing; codes that mean the same number have the same
 * @param explained what can be said about it without a library; may be empty
 * @param from where it starts, in UTF-16 units from 0
 * @param to where it ends, exclusive
 */
public record CodeHit(String raw, String canonical, Kind kind, String explained, int from, int to) {

    /** How a code was written. */
    public enum Kind {
        HEX,
        DECIMAL,
        SYMBOLIC,
        /** An exit status or a signal. */
        EXIT,
        ERRNO,
        HTTP,
        SQLSTATE,
        /** Said in words, in groups, or without its letters. */
        SAID
    }

    /** Whether it is a small number or a status that many programs use: a hint, no proof. */
    public boolean isBare() {
        return switch (kind) {
            case EXIT, ERRNO, HTTP, SAID -> true;
            case SQLSTATE, HEX, SYMBOLIC -> false;
            case DECIMAL -> key().length() < 4;
        };
    }

    /** The key by which codes are compared: as shown, without dashes, underscores and leading zeros. */
    public String key() {
        return keyOf(canonical);
    }

    static String keyOf(String canonical) {
        StringBuilder key = new StringBuilder();
        boolean leading = true;
        for (int i = 0; i < canonical.length(); i++) {
            char c = Character.toUpperCase(canonical.charAt(i));
            if (c == '-' || c == '_') {
                leading = true;
            } else if (c == '0'
                    && leading
                    && i + 1 < canonical.length()
                    && Character.isDigit(canonical.charAt(i + 1))) {
                continue;
            } else {
                key.append(c);
                leading = !Character.isDigit(c);
            }
        }
        return key.toString();
    }
}
