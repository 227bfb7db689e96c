package org.mendak.server.custody;

import java.io.IOException;
import java.io.Reader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Clob;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.sql.Types;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.mendak.server.platform.DeskFolder;

/** A database's file that nobody serves: opened for reading alone, to find out whether it is whole and what it holds. */
final class DeskFile {

    static final String USER = "mendak";
    private static final int AT_ONCE = 64 * 1024;

    private DeskFile() {}

    /** What a file holds: the schema's version and the rows of each table, by the table's name in small letters. */
    record Contents(int schema, Map<String, Long> rows) {
        Contents {
            rows = Map.copyOf(rows);
        }

        long rows(String table) {
            return rows.getOrDefault(table, 0L);
        }
    }

    /** The address of a database's file. */
    static String url(Path file, String options) {
        String path = file.toAbsolutePath().toString();
        return "jdbc:h2:file:" + path.substring(0, path.length() - ".mv.db".length())
                + ";TIME ZONE=UTC;IFEXISTS=TRUE;LAZY_QUERY_EXECUTION=1" + options;
    }

    private static Connection open(Path file) throws SQLException {
        return DriverManager.getConnection(url(file, ";ACCESS_MODE_DATA=r"), USER, "");
    }

    /** The schema's version and the number of the journal's last entry. */
    record Standing(int schema, long journal) {}

    /** @throws SQLException if the file cannot be read */
    static Standing standing(Path file) throws SQLException {
        try (Connection c = open(file)) {
            int schema = schema(c);
            if (schema == 0) {
                return new Standing(0, 0);
            }
            try (Statement s = c.createStatement();
                    ResultSet r = s.executeQuery("select coalesce(max(id), 0) from audit")) {
                r.next();
                return new Standing(schema, r.getLong(1));
            }
        }
    }

    private static int schema(Connection c) throws SQLException {
        try (ResultSet t = c.getMetaData().getTables(null, "PUBLIC", "flyway_schema_history", null)) {
            if (!t.next()) {
                return 0;
            }
        }
        try (Statement s = c.createStatement();
                ResultSet r = s.executeQuery(
                        "select coalesce(max(cast(\"version\" as int)), 0) from \"flyway_schema_history\" where \"success\"")) {
            r.next();
            return r.getInt(1);
        }
    }

    /**
     * Reads every row of every table, long texts included.
     *
     * @throws SQLException if anything cannot be read
     */
    static Contents readAll(Path file) throws SQLException {
        try (Connection c = open(file)) {
            Map<String, Long> rows = new TreeMap<>();
            for (String table : tables(c)) {
                rows.put(table.toLowerCase(java.util.Locale.ROOT), readAll(c, table));
            }
            return new Contents(schema(c), rows);
        } catch (IOException e) {
            throw new SQLException("a long text cannot be read", e);
        }
    }

    private static List<String> tables(Connection c) throws SQLException {
        List<String> names = new ArrayList<>();
        try (ResultSet t = c.getMetaData().getTables(null, "PUBLIC", "%", new String[] {"TABLE", "BASE TABLE"})) {
            while (t.next()) {
                names.add(t.getString("TABLE_NAME"));
            }
        }
        return names;
    }

    private static long readAll(Connection c, String table) throws SQLException, IOException {
        long rows = 0;
        try (Statement s = c.createStatement()) {
            s.setFetchSize(1_000);
            try (ResultSet r = s.executeQuery("select * from \"" + table + "\"")) {
                int columns = r.getMetaData().getColumnCount();
                List<Integer> lobs = new ArrayList<>();
                for (int i = 1; i <= columns; i++) {
                    int type = r.getMetaData().getColumnType(i);
                    if (type == Types.CLOB || type == Types.BLOB) {
                        lobs.add(i);
                    }
                }
                char[] into = new char[lobs.isEmpty() ? 0 : AT_ONCE];
                while (r.next()) {
                    rows++;
                    for (int i : lobs) {
                        readLob(r, i, into);
                    }
                }
            }
        }
        return rows;
    }

    private static void readLob(ResultSet r, int column, char[] into) throws SQLException, IOException {
        Object value = r.getObject(column);
        if (value instanceof Clob text) {
            try (Reader in = text.getCharacterStream()) {
                while (in.read(into) >= 0) {
                    // reading is all that is wanted
                }
            }
        } else if (value instanceof java.sql.Blob bytes) {
            try (var in = bytes.getBinaryStream()) {
                in.transferTo(java.io.OutputStream.nullOutputStream());
            }
        }
    }

    /** Whether there is such a file with something in it. */
    static boolean isThere(Path file) throws IOException {
        return Files.isRegularFile(file) && Files.size(file) > 0;
    }

    /** Puts a whole file in the place of the desk's, in one move that a kill cannot halve. */
    static void swapIn(Path whole, Path place) throws IOException {
        try (var channel = java.nio.channels.FileChannel.open(whole, java.nio.file.StandardOpenOption.WRITE)) {
            channel.force(true);
        }
        DeskFolder.forOwnerAlone(whole);
        Files.move(
                whole,
                place,
                java.nio.file.StandardCopyOption.ATOMIC_MOVE,
                java.nio.file.StandardCopyOption.REPLACE_EXISTING);
        syncFolder(place.getParent());
    }

    /** Makes a move last through a power cut, where the system can. */
    private static void syncFolder(Path folder) {
        try (var channel = java.nio.channels.FileChannel.open(folder, java.nio.file.StandardOpenOption.READ)) {
            channel.force(true);
        } catch (IOException e) {
            // folders cannot be opened on some systems; the move itself is whole all the same
            return;
        }
    }
}
