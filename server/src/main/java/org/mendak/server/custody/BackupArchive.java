package org.mendak.server.custody;

import java.io.BufferedOutputStream;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.sql.SQLException;
import java.time.Instant;
import java.util.HexFormat;
import java.util.Map;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import org.h2.api.ErrorCode;
import org.mendak.server.platform.DeskFolder;
import org.mendak.server.platform.DeskRefused;
import tools.jackson.databind.json.JsonMapper;

/**
 * A backup's file: a zip of {@code backup.json} (what it holds, with the SHA-256 of the database's file) and the database's file. It
 * is called a backup only once it was opened and read through.
 */
final class BackupArchive {

    static final String KIND = "mendak-backup";
    private static final int FORM = 1;
    private static final String ABOUT = "backup.json";
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int MOST_ABOUT = 64 * 1024;

    private BackupArchive() {}

    /**
     * What a backup says of itself.
     *
     * @param kind always "mendak-backup"
     * @param form the form of the archive, 1
     * @param schema the schema's version in it
     * @param bytes the length of the database's file
     * @param sha256 its SHA-256, in hexadecimal
     * @param rows the rows of each table
     */
    record About(String kind, int form, Instant madeAt, int schema, long bytes, String sha256, Map<String, Long> rows) {
        long rows(String table) {
            return rows.getOrDefault(table, 0L);
        }

        String said() {
            return rows("desk_case") + " cases, " + rows("attempt") + " attempts, " + rows("document") + " documents, "
                    + rows("person") + " people";
        }
    }

    /**
     * Writes a backup of a database's file that nobody changes. The file is read through first; the archive is read through
     * afterwards; only then does it get its name.
     *
     * @param database the file, which stays as it is
     * @param target where the backup goes; nothing is there unless all went well
     * @throws DeskRefused if either cannot be read through
     */
    static About write(Path database, Path target, Instant now, Steps steps) throws IOException {
        steps.say("reading through");
        DeskFile.Contents contents = read(database);
        String sum = checksum(database, steps, "taking the checksum");
        About about = new About(KIND, FORM, now, contents.schema(), Files.size(database), sum, contents.rows());
        Path part = target.resolveSibling(target.getFileName() + ".part");
        try {
            try (OutputStream file = Files.newOutputStream(part);
                    ZipOutputStream zip = new ZipOutputStream(new BufferedOutputStream(file))) {
                DeskFolder.forOwnerAlone(part);
                zip.setLevel(Deflater.BEST_SPEED);
                zip.putNextEntry(new ZipEntry(ABOUT));
                zip.write(JSON.writerWithDefaultPrettyPrinter().writeValueAsBytes(about));
                zip.closeEntry();
                zip.putNextEntry(new ZipEntry(DeskFolder.DATABASE));
                try (InputStream in = counted(database, steps, "writing")) {
                    in.transferTo(zip);
                }
                zip.closeEntry();
            }
            verify(part, steps);
            DeskFile.swapIn(part, target);
            return about;
        } finally {
            Files.deleteIfExists(part);
        }
    }

    /** Told what is being done, and how much of it. */
    @FunctionalInterface
    interface Steps {
        void at(String what, long done, long total);

        default void say(String what) {
            at(what, 0, 0);
        }
    }

    private static DeskFile.Contents read(Path database) {
        try {
            return DeskFile.readAll(database);
        } catch (SQLException e) {
            if (e.getErrorCode() == ErrorCode.OUT_OF_MEMORY) {
                throw new DeskRefused("there is too little memory to read the desk through; give Java more (-Xmx).", e);
            }
            throw new DeskRefused("the desk's file " + database + " is damaged: " + e.getMessage(), e);
        }
    }

    /**
     * Checks an archive's checksum.
     *
     * @throws DeskRefused if it is no backup, cut off, or not what it says
     */
    static About verify(Path archive, Steps steps) throws IOException {
        try (ZipFile zip = new ZipFile(archive.toFile())) {
            About about = about(zip, archive);
            MessageDigest sha = sha256();
            long bytes = 0;
            byte[] into = new byte[1 << 16];
            try (InputStream in = database(zip, archive)) {
                for (int n = in.read(into); n >= 0; n = in.read(into)) {
                    sha.update(into, 0, n);
                    bytes += n;
                    steps.at("checking", bytes, about.bytes());
                }
            }
            if (bytes != about.bytes() || !hex(sha).equals(about.sha256())) {
                throw new DeskRefused(archive + " is damaged: its checksum is another than when it was made.");
            }
            return about;
        } catch (java.util.zip.ZipException e) {
            throw new DeskRefused(archive + " is no whole backup of Mendak: " + e.getMessage(), e);
        }
    }

    /**
     * Unpacks an archive of this schema or an older one, checks its checksum, opens what came out and reads it through.
     *
     * @param target the database's file to make
     * @throws DeskRefused if anything of that fails; then nothing is at {@code target}
     */
    static About unpack(Path archive, Path target, Steps steps) throws IOException {
        boolean whole = false;
        try (ZipFile zip = new ZipFile(archive.toFile())) {
            About about = about(zip, archive);
            if (about.schema() > SchemaUpgrade.newest()) {
                throw new DeskRefused(archive + " is of a newer Mendak (schema " + about.schema()
                        + "; this one knows up to " + SchemaUpgrade.newest() + "). Restore it with that one.");
            }
            try (InputStream in = database(zip, archive);
                    OutputStream out = Files.newOutputStream(target)) {
                copy(in, out, about.bytes(), steps);
            }
            DeskFolder.forOwnerAlone(target);
            if (Files.size(target) != about.bytes()
                    || !checksum(target, steps, "checking").equals(about.sha256())) {
                throw new DeskRefused(archive + " is damaged: its checksum is another than when it was made.");
            }
            steps.say("reading through");
            DeskFile.Contents contents = read(target);
            if (!contents.rows().equals(about.rows()) || contents.schema() != about.schema()) {
                throw new DeskRefused(archive + " is damaged: it holds other rows than it says.");
            }
            whole = true;
            return about;
        } catch (java.util.zip.ZipException e) {
            throw new DeskRefused(archive + " is no whole backup of Mendak: " + e.getMessage(), e);
        } finally {
            if (!whole) {
                Files.deleteIfExists(target);
            }
        }
    }

    private static void copy(InputStream in, OutputStream out, long most, Steps steps) throws IOException {
        byte[] into = new byte[1 << 16];
        long bytes = 0;
        for (int n = in.read(into); n >= 0 && bytes <= most; n = in.read(into)) {
            out.write(into, 0, n);
            bytes += n;
            steps.at("unpacking", bytes, most);
        }
    }

    private static About about(ZipFile zip, Path archive) throws IOException {
        ZipEntry e = zip.getEntry(ABOUT);
        if (e == null) {
            throw new DeskRefused(archive + " is no backup of Mendak.");
        }
        try (InputStream in = zip.getInputStream(e)) {
            About about = JSON.readValue(in.readNBytes(MOST_ABOUT), About.class);
            if (!KIND.equals(about.kind()) || about.form() != FORM || about.rows() == null || about.sha256() == null) {
                throw new DeskRefused(archive + " is no backup of Mendak, or one of a newer Mendak.");
            }
            return about;
        } catch (tools.jackson.core.JacksonException x) {
            throw new DeskRefused(archive + " is no backup of Mendak.", x);
        }
    }

    private static InputStream database(ZipFile zip, Path archive) throws IOException {
        ZipEntry e = zip.getEntry(DeskFolder.DATABASE);
        if (e == null) {
            throw new DeskRefused(archive + " is no whole backup of Mendak: the desk is not in it.");
        }
        return zip.getInputStream(e);
    }

    private static String checksum(Path file, Steps steps, String what) throws IOException {
        MessageDigest sha = sha256();
        byte[] into = new byte[1 << 16];
        try (InputStream in = counted(file, steps, what)) {
            for (int n = in.read(into); n >= 0; n = in.read(into)) {
                sha.update(into, 0, n);
            }
        }
        return hex(sha);
    }

    private static InputStream counted(Path file, Steps steps, String what) throws IOException {
        long total = Files.size(file);
        return new FilterInputStream(Files.newInputStream(file)) {
            private long done;

            @Override
            public int read(byte[] b, int off, int len) throws IOException {
                int n = super.read(b, off, len);
                done += Math.max(0, n);
                steps.at(what, done, total);
                return n;
            }
        };
    }

    private static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    private static String hex(MessageDigest sha) {
        return HexFormat.of().formatHex(sha.digest());
    }
}
