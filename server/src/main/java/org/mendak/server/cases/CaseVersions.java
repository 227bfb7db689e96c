package org.mendak.server.cases;

import java.time.Clock;
import java.time.Instant;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Names;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.springframework.stereotype.Component;

/**
 * Who changes what somebody else has changed meanwhile is told so, and nothing is overwritten unseen. Two who change different fields do
 * not meet.
 */
@Component
class CaseVersions {

    private final CaseStore store;
    private final Names names;
    private final Clock clock;

    CaseVersions(CaseStore store, Names names, Clock clock) {
        this.store = store;
        this.names = names;
        this.clock = clock;
    }

    /** The last change of one field. */
    record Change(String field, int version, Who agent, Instant at) {}

    /** The version that a call says it has seen, from {@code If-Match: "v12"}; empty if it says none. */
    static Optional<Integer> seen(String ifMatch) {
        if (ifMatch == null) {
            return Optional.empty();
        }
        String number = ifMatch.strip();
        if (!number.matches("\"v\\d{1,9}\"")) {
            throw Refusal.badRequest("If-Match must be the version that was seen, such as \"v12\".");
        }
        return Optional.of(Integer.valueOf(number.substring(2, number.length() - 1)));
    }

    static String tag(int version) {
        return "\"v" + version + "\"";
    }

    /** Those of the wanted values that differ from what the case has. */
    static Map<String, String> differing(Map<String, String> wanted, Map<String, String> now) {
        Map<String, String> differing = new LinkedHashMap<>();
        wanted.forEach((field, value) -> {
            if (!Objects.equals(empty(value), empty(now.get(field)))) {
                differing.put(field, value);
            }
        });
        return differing;
    }

    private static String empty(String s) {
        return s == null || s.isEmpty() ? null : s;
    }

    /**
     * Refuses if one of these fields was changed since the caller saw the case.
     *
     * @param seen the version that was seen; null if the call says none, and then nothing is refused
     * @param fields what the call would change
     * @param now what the case has, by field
     */
    void check(Tx tx, Caller caller, long number, Integer seen, Collection<String> fields, Map<String, String> now) {
        if (seen == null || seen >= store.version(tx, number)) {
            return;
        }
        for (Change c : store.changesSince(tx, number, seen)) {
            if (fields.contains(c.field())) {
                String theirs = now.get(c.field()) == null ? "" : now.get(c.field());
                String who = c.agent().equals(caller.who()) ? "You, elsewhere," : names.of(c.agent());
                throw Refusal.preconditionFailed(
                        who + " changed " + words(c.field()) + " meanwhile"
                                + (theirs.isEmpty() ? "" : ", to \"" + theirs + "\"") + ". Yours was not stored.",
                        Map.of("field", c.field(), "by", names.of(c.agent()), "at", c.at(), "theirs", theirs));
            }
        }
    }

    private static String words(String field) {
        return switch (field) {
            case "agent" -> "whose case it is";
            case "error" -> "which error it is";
            case "waitsFor" -> "what it waits for";
            case "pinned" -> "the order";
            case "productVersion" -> "the product's version";
            case "reached" -> "how the device is reached";
            default -> field.startsWith("fact.") ? "\"" + field.substring(5) + "\"" : "the " + field;
        };
    }

    /** Notes that the caller has changed these, under the version that the case has now. */
    void changed(Tx tx, Caller caller, long number, Collection<String> fields) {
        int version = store.version(tx, number);
        fields.forEach(f -> store.changed(tx, number, new Change(f, version, caller.who(), clock.instant())));
    }
}
