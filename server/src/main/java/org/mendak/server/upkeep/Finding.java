package org.mendak.server.upkeep;

import org.mendak.core.runbook.DocumentKind;

/**
 * Something that wants looking after.
 *
 * @param item what it is, the same as long as it is true; who looks after it is kept under this
 * @param document where it is mended: the kind and the key of a document; null if at a case
 * @param number the case that it is about; null if it is about none
 * @param why what is wrong, with its figures
 * @param remedy what to do; may be empty
 */
record Finding(
        String item,
        Kind kind,
        DocumentKind document,
        String key,
        String title,
        Long number,
        String why,
        String remedy) {

    private static final int LONGEST = 400;

    static Finding of(Kind kind, DocumentKind document, String key, String title, String why, String remedy) {
        return new Finding(name(kind, document.folder() + "/" + key), kind, document, key, title, null, why, remedy);
    }

    /** The same thing said of a part of a document, or of two. */
    Finding named(String part) {
        return new Finding(name(kind, item + "/" + part), kind, document, key, title, number, why, remedy);
    }

    private static String name(Kind kind, String of) {
        String word = kind.word();
        String name = of.startsWith(word + "/") ? of : word + "/" + of;
        return name.length() <= LONGEST
                ? name
                : name.substring(0, LONGEST - 12) + "#" + Integer.toHexString(name.hashCode());
    }

    static Finding atCase(Kind kind, String part, long number, String title, String why, String remedy) {
        return new Finding(name(kind, "cases/" + number + "/" + part), kind, null, "", title, number, why, remedy);
    }
}
