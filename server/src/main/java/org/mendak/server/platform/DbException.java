package org.mendak.server.platform;

/** The database refused; the message names the statement, never its values. */
public final class DbException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    private static final String DUPLICATE = "23505";

    /** Whether a row of this key was stored by somebody else at the same moment. */
    public boolean isDuplicate() {
        return getCause() instanceof java.sql.SQLException e && DUPLICATE.equals(e.getSQLState());
    }

    DbException(String message, Throwable cause) {
        super(message, cause);
    }
}
