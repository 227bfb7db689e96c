package org.mendak.server.platform;

/** Texts in cells of CSV. */
public final class CsvText {

    /** What a spreadsheet takes for the beginning of a formula, and the apostrophe that stands before such a text. */
    private static final String MARKED = "=+-@\t\r\n'";

    private CsvText() {}

    /**
     * A text that a spreadsheet would take for a formula is made harmless by an apostrophe; null stays null. {@link #read} takes it
     * away again, so what is exported comes back as it was.
     */
    public static String harmless(String s) {
        return s != null && !s.isEmpty() && MARKED.indexOf(s.charAt(0)) >= 0 ? "'" + s : s;
    }

    /** A cell as it was meant: without the apostrophe of {@link #harmless}. */
    public static String read(String cell) {
        return cell.length() >= 2 && cell.charAt(0) == '\'' && MARKED.indexOf(cell.charAt(1)) >= 0
                ? cell.substring(1)
                : cell;
    }
}
