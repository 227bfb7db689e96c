package org.mendak.practice;

/** A file about devices that cannot be read, with the place in it. */
public final class BadKind extends RuntimeException {

    private static final long serialVersionUID = 1L;

    BadKind(String where, String what) {
        super(where + ": " + what, null, false, false);
    }
}
