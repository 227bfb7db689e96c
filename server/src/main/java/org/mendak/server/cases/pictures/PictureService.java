package org.mendak.server.cases.pictures;

import java.time.Clock;
import java.util.Arrays;
import java.util.List;
import org.mendak.server.numbers.CaseJournal;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Limits;
import org.mendak.server.platform.ReceivedFiles;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Service;

/** The rules of pictures kept with a case: what they may be, how large, how many. */
@Service
public class PictureService {

    private final Db db;
    private final PictureStore store;
    private final CaseJournal journal;
    private final ReceivedFiles gate;
    private final Clock clock;

    PictureService(Db db, PictureStore store, CaseJournal journal, Clock clock, ReceivedFiles gate) {
        this.gate = gate;
        this.db = db;
        this.store = store;
        this.journal = journal;
        this.clock = clock;
    }

    /** The pictures of a case, oldest first. */
    public List<CasePicture> of(Tx tx, long number) {
        return store.of(tx, number);
    }

    /** A picture that may be kept. What it is is told by its first bytes, whatever its name or the browser says. */
    public Incoming incoming(String name, byte[] bytes) {
        String type = type(bytes);
        if (type.isEmpty()) {
            throw Refusal.invalid("This is not a picture in PNG, JPEG or WebP. Nothing was stored.");
        }
        if (bytes.length > Limits.PICTURE_BYTES) {
            throw Refusal.tooLarge("A picture has at most " + Limits.PICTURE_BYTES + " bytes. Nothing was stored.");
        }
        gate.check(bytes);
        return new Incoming(plain(name), type, bytes);
    }

    /** A picture that was looked at and may be kept. */
    public record Incoming(String name, String type, byte[] bytes) {}

    /** Keeps a picture with a case, whose turn it is. */
    public void keep(Tx tx, Caller caller, long number, Incoming p) {
        if (store.of(tx, number).size() >= Limits.PICTURES) {
            throw Refusal.invalid("A case has at most " + Limits.PICTURES + " pictures. Nothing was stored.");
        }
        store.add(tx, number, p.name(), p.type(), p.bytes(), clock.instant(), caller.who());
        journal.write(tx, caller, "picture-kept", number, p.type());
    }

    /** A file's name without what could be a path or a control character. */
    private static String plain(String name) {
        String last = name == null ? "" : name.replaceAll(".*[/\\\\]", "").replaceAll("[\\p{Cntrl}\"<>]", "");
        return last.isBlank() ? "picture" : last.substring(0, Math.min(120, last.length()));
    }

    /**
     * The media type by the first bytes; empty if it is none of those taken.
     *
     * <p>Sources: W3C PNG (3rd edition) 5.2; ITU-T T.81 B.1.1.3 (start of image, then a marker); RFC 9649, 2.4.
     */
    static String type(byte[] b) {
        if (starts(b, 0, 0x89, 'P', 'N', 'G', 0x0d, 0x0a, 0x1a, 0x0a)) {
            return "image/png";
        }
        if (starts(b, 0, 0xff, 0xd8, 0xff)) {
            return "image/jpeg";
        }
        return starts(b, 0, 'R', 'I', 'F', 'F') && starts(b, 8, 'W', 'E', 'B', 'P') ? "image/webp" : "";
    }

    private static boolean starts(byte[] b, int from, int... with) {
        byte[] wanted = new byte[with.length];
        for (int i = 0; i < with.length; i++) {
            wanted[i] = (byte) with[i];
        }
        return b.length >= from + with.length && Arrays.equals(b, from, from + with.length, wanted, 0, with.length);
    }

    /** A picture with its bytes. */
    public WholePicture whole(Caller caller, long number, long id) {
        caller.may(Role.AGENT, Scope.READ, "see cases");
        return db.tx(tx -> store.whole(tx, number, id))
                .orElseThrow(() -> Refusal.notFound("There is no picture " + id + " on case " + number + "."));
    }

    /** Takes a picture away from a case, whose turn it is. */
    public void remove(Tx tx, Caller caller, long number, long id) {
        if (store.remove(tx, number, id) == 0) {
            throw Refusal.notFound("There is no picture " + id + " on case " + number + ".");
        }
        journal.write(tx, caller, "picture-removed", number, "");
    }
}
