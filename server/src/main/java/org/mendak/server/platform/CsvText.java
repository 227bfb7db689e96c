package org.mendak.server.platform;

/** Texts in cells of CSV. */
public final class CsvText {

    private static final String BEGINS_A_FORMULA = "=+@\t\r";

    private CsvText() {}

    /** A text that a spreadsheet would take for a formula is made harmless by an apostrophe; null stays null. */
    public static String harmless(String s) {
        return s != null && !s.isEmpty() && BEGINS_A_FORMULA.indexOf(s.charAt(0)) >= 0 ? "'" + s : s;
    }
}
