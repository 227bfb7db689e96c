package org.mendak.server.platform;

import java.io.Serializable;
import java.sql.ResultSet;
import java.sql.SQLException;

/**
 * Somebody of the desk, as records keep them: by number. Equal numbers are the same person, whatever they are called by now and whoever else is
 * called the same; {@link Names} tells the name to be shown. In what is sent to browsers and programs it stands as that name.
 *
 * @param id the person's number; 0 for what nobody did who can sign in (the command line of the machine)
 */
public record Who(long id) implements Serializable {

    private static final long serialVersionUID = 1L;

    /** Whoever does not sign in. */
    public static final Who NOBODY = new Who(0);

    /** For messages and logs, where no name belongs. */
    @Override
    public String toString() {
        return "person " + id;
    }

    /** Who stands in a column; null if it is null. */
    public static Who of(ResultSet row, String column) throws SQLException {
        long id = row.getLong(column);
        return row.wasNull() ? null : new Who(id);
    }
}
