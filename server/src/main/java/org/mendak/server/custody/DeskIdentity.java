package org.mendak.server.custody;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.time.Clock;
import java.util.HexFormat;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Secrets;
import org.springframework.stereotype.Service;

/** Which desk this is, wherever its file is carried. What it exports bears its name, and is known again by it. */
@Service
public class DeskIdentity {

    private final Db db;
    private final CustodyStore store;
    private final Clock clock;
    private CustodyStore.Desk desk;

    DeskIdentity(Db db, CustodyStore store, Clock clock) {
        this.db = db;
        this.store = store;
        this.clock = clock;
    }

    /** Sixteen hexadecimal digits; made the first time that it is asked for. */
    public String id() {
        return desk().id();
    }

    private String secret() {
        return desk().secret();
    }

    private synchronized CustodyStore.Desk desk() {
        if (desk == null) {
            desk = db.tx(tx -> store.desk(tx).orElseGet(() -> {
                CustodyStore.Desk fresh = new CustodyStore.Desk(Secrets.random().substring(0, 16), Secrets.random());
                store.name(tx, fresh, clock.instant());
                return fresh;
            }));
        }
        return desk;
    }

    /** A seal on a text that only this desk can make. */
    public String seal(String text) {
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(new SecretKeySpec(secret().getBytes(StandardCharsets.UTF_8), "HmacSHA256"));
            return HexFormat.of().formatHex(mac.doFinal(text.getBytes(StandardCharsets.UTF_8)));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Whether this is the desk's seal on the text. */
    public boolean isSealed(String text, String seal) {
        return MessageDigest.isEqual(
                seal(text).getBytes(StandardCharsets.UTF_8), seal.getBytes(StandardCharsets.UTF_8));
    }

    /** The name under which a case that was opened here is known elsewhere. */
    public String caseKey(long number) {
        return "mendak-" + id() + "-" + number;
    }
}
