package org.mendak.server.platform;

/** The database refused; the message names the statement, never its values. */
public final class DbException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    DbException(String message, Throwable cause) {
        super(message, cause);
    }
}
