package org.mendak.server.platform;

/** What one call may carry. One table; the API document and docs/api.md show it, tests hold it. */
public final class Limits {

    /** Characters of a pasted text. */
    public static final int TEXT = 1_000_000;

    /** Bytes of a JSON body: a text of the greatest length, escaped, and what goes with it. */
    public static final long JSON_BYTES = 6_000_000;

    /** How-tos that are brought in at once. */
    public static final int HOW_TOS = 50;

    /** Characters of all of them together. */
    public static final int HOW_TOS_TEXT = 1_000_000;

    /** Bytes of a document. */
    public static final int DOCUMENT_BYTES = 256 * 1024;

    /** Bytes of a library zip. */
    public static final long ZIP_BYTES = 64L * 1024 * 1024;

    /** Bytes of a library zip when unpacked. */
    public static final long ZIP_UNPACKED_BYTES = 256L * 1024 * 1024;

    /** Files in a library zip. */
    public static final int ZIP_FILES = 20_000;

    /** Bytes of a CSV of cases. */
    public static final long CSV_BYTES = 200L * 1024 * 1024;

    /** Bytes of a log. */
    public static final long LOG_BYTES = 2L * 1024 * 1024 * 1024;

    /** Bytes of a log when unpacked. */
    public static final long LOG_UNPACKED_BYTES = 20L * 1024 * 1024 * 1024;

    /** How many times its size a log may unpack to, beyond the first {@link #LOG_FREE_BYTES}. */
    public static final long LOG_RATIO = 500;

    /** Unpacked bytes up to which the ratio does not matter. */
    public static final long LOG_FREE_BYTES = 64L * 1024 * 1024;

    /** Facts of one case. */
    public static final int FACTS = 64;

    /** Characters of a fact's value. */
    public static final int FACT_VALUE = 1_000;

    /** Attempts of one case. */
    public static final int ATTEMPTS = 200;

    /** Texts of one case. */
    public static final int TEXTS = 50;

    /** Bytes of a picture kept with a case. */
    public static final int PICTURE_BYTES = 5 * 1024 * 1024;

    /** Pictures of one case. */
    public static final int PICTURES = 20;

    /** Characters of a note. */
    public static final int NOTE = 4_000;

    /** Rows of one page of a list. */
    public static final int PAGE = 200;

    private Limits() {}
}
