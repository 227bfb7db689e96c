package org.mendak.server.library;

import org.mendak.core.runbook.DocumentKind;

/**
 * A document as it is stored.
 *
 * @param latest its newest revision, from 1
 * @param published the revision readers see; null if none was ever published
 */
record StoredDocument(DocumentKind kind, String key, String title, Status status, int latest, Integer published) {

    /** Whether readers see it. */
    boolean visible() {
        return published != null && status != Status.RETIRED;
    }

    /** The entity tag of the newest revision. */
    String etag() {
        return etag(latest);
    }

    static String etag(int revision) {
        return "\"r" + revision + "\"";
    }
}
