package org.mendak.server.platform;

import java.io.IOException;
import java.io.InputStream;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Comparator;
import java.util.List;
import java.util.Set;

/**
 * The data folder, held by one process: made, swept of what an earlier run left half-done, readable by its owner alone. Whatever
 * is kept on disk asks it for its place.
 */
public class DeskFolder implements AutoCloseable {

    /** The name of the database's file. */
    public static final String DATABASE = "mendak.mv.db";

    /** Says that a desk was made here, so that a lost file is not taken for an empty desk. */
    public static final String MARK = "desk";

    private static final String LOCK = "lock";
    private static final Set<PosixFilePermission> OURS = PosixFilePermissions.fromString("rwx------");
    private static final Set<PosixFilePermission> OUR_FILE = PosixFilePermissions.fromString("rw-------");

    /** Folders whose contents belong to one run. */
    private static final List<String> OF_A_RUN = List.of("uploads", "spool", "scans", "upgrading", "restoring");

    private final Path folder;
    private final FileChannel channel;
    private final FileLock lock;

    /**
     * Takes the folder for this process.
     *
     * @throws DeskRefused if another process has it, or nothing can be written there
     */
    public DeskFolder(Path data) {
        folder = data.toAbsolutePath().normalize();
        try {
            Files.createDirectories(folder);
            protect(folder, OURS);
            channel = FileChannel.open(folder.resolve(LOCK), StandardOpenOption.CREATE, StandardOpenOption.WRITE);
            lock = lock();
            sweep();
        } catch (AccessDeniedException e) {
            throw new DeskRefused("nothing can be written in " + folder
                    + " (it belongs to somebody else or is read-only). Nothing was changed.");
        } catch (FileSystemException e) {
            throw new DeskRefused("nothing can be written in " + folder + " (" + reason(e) + "). Nothing was changed.");
        } catch (IOException e) {
            throw new DeskRefused("the folder " + folder + " cannot be used: " + e.getMessage(), e);
        }
    }

    private static String reason(FileSystemException e) {
        return e.getReason() == null
                ? "there is a file of this name"
                : e.getReason().toLowerCase(java.util.Locale.ROOT);
    }

    private FileLock lock() throws IOException {
        FileLock taken;
        try {
            taken = channel.tryLock();
        } catch (OverlappingFileLockException e) {
            taken = null;
        }
        if (taken == null) {
            channel.close();
            throw new DeskRefused("another Mendak works on " + folder + ". End it first, or choose another folder.");
        }
        return taken;
    }

    private void sweep() throws IOException {
        for (String name : OF_A_RUN) {
            delete(folder.resolve(name));
        }
    }

    /** The folder itself, absolute. */
    public Path path() {
        return folder;
    }

    /** The database's file. */
    public Path database() {
        return folder.resolve(DATABASE);
    }

    /** A folder for what belongs to this run; emptied at the next start. */
    public Path ofThisRun(String name) {
        if (!OF_A_RUN.contains(name)) {
            throw new IllegalArgumentException(name);
        }
        return made(name);
    }

    /** A new empty file that belongs to this run. */
    public Path spool() throws IOException {
        Path file = Files.createTempFile(ofThisRun("spool"), "", "");
        forOwnerAlone(file);
        return file;
    }

    /**
     * Takes a body in whole, so that one that breaks off has done nothing; whoever calls deletes the file.
     *
     * @throws IOException if it breaks off, and then there is no file
     */
    public Path received(InputStream body) throws IOException {
        Path file = spool();
        boolean whole = false;
        try {
            Files.copy(body, file, StandardCopyOption.REPLACE_EXISTING);
            whole = true;
            return file;
        } finally {
            if (!whole) {
                Files.deleteIfExists(file);
            }
        }
    }

    /** A folder in the data folder, made if it is not there. */
    public Path made(String name) {
        try {
            Path made = Files.createDirectories(folder.resolve(name));
            protect(made, OURS);
            return made;
        } catch (IOException e) {
            throw new DeskRefused("the folder " + folder.resolve(name) + " cannot be made: " + e.getMessage(), e);
        }
    }

    /** Lets only the owner read and write this file. */
    public static void forOwnerAlone(Path file) throws IOException {
        protect(file, OUR_FILE);
    }

    private static void protect(Path file, Set<PosixFilePermission> mode) throws IOException {
        if (Files.getFileStore(file).supportsFileAttributeView("posix")) {
            Files.setPosixFilePermissions(file, mode);
        }
    }

    /** Deletes a folder and all in it; nothing if it is not there. */
    public static void delete(Path file) throws IOException {
        if (!Files.exists(file)) {
            return;
        }
        try (var all = Files.walk(file)) {
            for (Path f : all.sorted(Comparator.reverseOrder()).toList()) {
                Files.deleteIfExists(f);
            }
        }
    }

    @Override
    public void close() {
        try {
            lock.release();
            channel.close();
        } catch (IOException e) {
            throw new DeskRefused("the folder " + folder + " cannot be let go: " + e.getMessage(), e);
        }
    }
}
