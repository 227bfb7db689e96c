package org.mendak.server.custody;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import org.mendak.server.platform.DeskFolder;
import org.mendak.server.platform.DeskRefused;

/**
 * How far the desk's journal has come, kept beside its file. Where the newest part of the file has gone bad H2 opens it as it was some
 * time before, without a word; a journal that is shorter than it was gives that away.
 */
final class HighWater {

    static final String FILE = "high-water";

    private final Path file;

    HighWater(DeskFolder folder) {
        this(folder.path());
    }

    HighWater(Path folder) {
        file = folder.resolve(FILE);
    }

    /** Notes the number of the journal's last entry. */
    void note(long last) throws IOException {
        Path fresh = file.resolveSibling(FILE + ".part");
        Files.writeString(fresh, last + "\n", StandardCharsets.UTF_8);
        DeskFolder.forOwnerAlone(fresh);
        Files.move(fresh, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
    }

    /** Another desk takes the place of this one. */
    void forget() throws IOException {
        Files.deleteIfExists(file);
    }

    /** @throws DeskRefused if the journal was longer once */
    void check(long last) throws IOException {
        if (!Files.exists(file)) {
            return;
        }
        String noted = Files.readString(file, StandardCharsets.UTF_8).strip();
        if (noted.matches("\\d{1,18}") && Long.parseLong(noted) > last) {
            throw new DeskRefused("the desk's file " + file.resolveSibling(DeskFolder.DATABASE)
                    + " is older than it was: its journal ends at entry " + last + " and went up to " + noted
                    + ". Its newest part is damaged, or an older copy was put in its place. Restore a backup"
                    + " (./mendak restore FILE); to go on with the older state, delete the file \"" + FILE
                    + "\". Nothing was changed.");
        }
    }
}
