package org.mendak.server.cases;

import java.time.Instant;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.mendak.server.platform.Who;
import org.mendak.server.platform.Words;

/**
 * A case's own row; what is null is not known. {@code pinned} is fix keys separated by commas.
 */
public record CaseRow(
        long number,
        String errorKey,
        String product,
        String productVersion,
        String phase,
        String device,
        String reference,
        String requester,
        Reached reached,
        CaseStatus status,
        Waits waitsFor,
        Instant waitsUntil,
        String believedFix,
        String limitation,
        Who agent,
        Instant openedAt,
        Instant closedAt,
        Instant recurredAt,
        Long follows,
        String pinned,
        Goal goal,
        Long duplicateOf) {

    /** Whether it is still being worked. */
    public boolean open() {
        return status == CaseStatus.OPEN;
    }

    /** What its own row says of it, as facts. */
    public Map<String, String> ownFacts() {
        Map<String, String> all = new HashMap<>();
        put(all, "product", product);
        put(all, "product_version", productVersion);
        put(all, "phase", phase);
        put(all, "device", device);
        put(all, "reached", Words.word(reached));
        return all;
    }

    private static void put(Map<String, String> all, String name, String value) {
        if (value != null && !value.isBlank()) {
            all.put(name, value);
        }
    }

    /** The keys of fixes that somebody put in this order by hand. */
    public List<String> pinnedOrder() {
        return Arrays.stream(pinned.split(",")).filter(s -> !s.isEmpty()).toList();
    }

    /** A new case that somebody works. */
    public static CaseRow opened(Who agent, Instant at, Consumer<Draft> change) {
        Draft d = new Draft();
        d.agent = agent;
        d.openedAt = at;
        change.accept(d);
        return d.row();
    }

    /** The same case with some of it changed. */
    CaseRow with(Consumer<Draft> change) {
        Draft d = new Draft(this);
        change.accept(d);
        return d.row();
    }

    /** The same case, about another known error; an order put by hand was one of the other's fixes. */
    CaseRow under(String error) {
        return with(d -> {
            d.errorKey = error;
            d.pinned = "";
        });
    }

    /** The same case, ended so, or opened again with the status open; it waits for nobody else. */
    CaseRow ended(CaseStatus how, String believed, String limits, Instant at, Instant recurred) {
        return with(d -> {
            d.status = how;
            d.waitsFor = Waits.ME;
            d.waitsUntil = null;
            d.believedFix = believed;
            d.limitation = limits;
            // the machine's clock may have been set back
            d.closedAt = at != null && at.isBefore(openedAt) ? openedAt : at;
            d.recurredAt = recurred;
        });
    }

    /** A new case that follows this one: the same error at the same place. */
    CaseRow next(Who by, Instant at) {
        return opened(by, at, d -> {
            d.errorKey = errorKey;
            d.product = product;
            d.productVersion = productVersion;
            d.phase = phase;
            d.device = device;
            d.reference = reference;
            d.requester = requester;
            d.reached = reached;
            d.follows = number;
        });
    }

    /** A case's row while it is put together. */
    public static final class Draft {
        private long number;
        public String errorKey;
        public String product;
        public String productVersion;
        public String phase;
        public String device;
        public String reference;
        public String requester;
        public Reached reached = Reached.PHONE;
        public CaseStatus status = CaseStatus.OPEN;
        public Waits waitsFor = Waits.ME;
        Instant waitsUntil;
        public String believedFix;
        public String limitation;
        Who agent;
        private Instant openedAt;
        public Instant closedAt;
        public Instant recurredAt;
        Long follows;
        String pinned = "";
        Goal goal = Goal.MEND;
        Long duplicateOf;

        private Draft() {}

        private Draft(CaseRow c) {
            number = c.number;
            errorKey = c.errorKey;
            product = c.product;
            productVersion = c.productVersion;
            phase = c.phase;
            device = c.device;
            reference = c.reference;
            requester = c.requester;
            reached = c.reached;
            status = c.status;
            waitsFor = c.waitsFor;
            waitsUntil = c.waitsUntil;
            believedFix = c.believedFix;
            limitation = c.limitation;
            agent = c.agent;
            openedAt = c.openedAt;
            closedAt = c.closedAt;
            recurredAt = c.recurredAt;
            follows = c.follows;
            pinned = c.pinned;
            goal = c.goal;
            duplicateOf = c.duplicateOf;
        }

        private CaseRow row() {
            return new CaseRow(
                    number,
                    errorKey,
                    product,
                    productVersion,
                    phase,
                    device,
                    reference,
                    requester,
                    reached,
                    status,
                    waitsFor,
                    waitsUntil,
                    believedFix,
                    limitation,
                    agent,
                    openedAt,
                    closedAt,
                    recurredAt,
                    follows,
                    pinned,
                    goal,
                    duplicateOf);
        }
    }
}
