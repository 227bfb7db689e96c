package org.mendak.server.cases;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnDesk;
import tools.jackson.databind.JsonNode;

/** Values are seen, chosen, typed or said to be unknown before anything follows from them; what destroys is shown only behind its gate. */
class ReadFromDeviceTest extends OnDesk {

    private static final String MESSAGE = "TW-8801 Pack north pier.pack not written to disk 7";
    private static final String HELD = "Pack     Holder\n----     ------\ntides    shelf\nmoon     board-2\n";
    private static final String DISKS = "Disk 7 64 GB NORTH PIER\nDisk 3 500 GB SPARE\n";
    private static final String DESTROYS = "packctl write --disk";

    @BeforeAll
    void publish() {
        Desk.publish(api);
    }

    private Desk fresh() {
        return Desk.open(api, "packs-not-written", MESSAGE, Map.of("device", "board-9", "product", "Tidewall"))
                .start("write-pack-disk");
    }

    private static Map<String, Object> said(int clause, String how, Object value) {
        return Map.of("read", Map.of("clause", clause, how, value));
    }

    private static List<String> commands(JsonNode step) {
        List<String> all = new ArrayList<>();
        step.path("commands").forEach(c -> all.add(Desk.command(c.path("pieces"))));
        return all;
    }

    /** As far as the gate: five steps read, a row chosen, the room seen. */
    private Desk atTheGate() {
        Desk d = fresh();
        d.printed(0, HELD).done(0);
        for (String[] pack : new String[][] {{"tides", "T-77"}, {"moon", "M-12"}}) {
            d.enter(1, "output", Map.of("item", pack[0], "output", "seal " + pack[1]))
                    .expect(200);
            d.enter(1, "done", Map.of("item", pack[0])).expect(200);
            d.enter(2, "done", Map.of("item", pack[0])).expect(200);
        }
        d.printed(3, DISKS).done(3);
        d.enter(4, "value", said(-1, "row", 1)).expect(200);
        d.done(4).printed(5, "room 12 GB").done(5);
        d.enter(6, "value", said(0, "none", "not-known")).expect(200);
        return d.done(6);
    }

    @Test
    void everyItemHasItsOwnValuesAndNobodyElses() {
        Desk d = fresh();
        d.enter(0, "done", Map.of()).refused(422, "Not read yet: pack, holder");
        d.printed(0, "no such pack shelf\n");
        assertThat(d.step(0).path("captures").path(0).path("how").asString()).isEmpty();
        d.printed(0, HELD).done(0);
        assertThat(d.step(1).path("items").toString()).isEqualTo("[\"tides\",\"moon\"]");
        assertThat(commands(d.step(1))).containsExactly("packctl seal --pack tides", "packctl seal --pack moon");
        d.enter(1, "done", Map.of("item", "moon")).refused(422, "Not read yet for moon: seal");
        d.enter(1, "output", Map.of("item", "moon", "output", "seal M-12")).expect(200);
        // the other item's command waits for its own value
        JsonNode free = d.step(2);
        assertThat(commands(free).get(1)).isEqualTo("packctl free --pack moon --seal M-12");
        assertThat(free.path("commands").path(0).path("pieces").toString())
                .contains("\"blank\"")
                .doesNotContain("M-12");
        d.enter(1, "value", Map.of("item", "tides", "read", Map.of("clause", 0, "values", Map.of("seal", "T-77"))))
                .expect(200);
        assertThat(commands(d.step(2)).get(0)).isEqualTo("packctl free --pack tides --seal T-77");
        d.enter(2, "done", Map.of("item", "moon")).expect(200);
        JsonNode owed = d.see().path("putBacks");
        assertThat(owed).hasSize(1);
        assertThat(Desk.command(owed.path(0).path("command"))).isEqualTo("packctl hold --pack moon --by board-2");
        // neither of another attempt nor of the case is anything taken over
        d.outcome("no-change");
        d.start("write-pack-disk");
        assertThat(d.step(1).path("items").isEmpty()).isTrue();
        assertThat(commands(d.step(1)).get(0)).doesNotContain("tides", "moon");
    }

    @Test
    void severalPlacesAreChoicesAndWhatIsTypedIsOfItsType() {
        Desk d = fresh();
        d.printed(5, "room 12 GB\nroom 3 GB on the old one\n");
        JsonNode room = d.step(5).path("captures").path(0);
        assertThat(room.path("how").asString()).isEqualTo("several");
        assertThat(room.path("places").path(1).path("values").toString()).isEqualTo("[\"3 GB\"]");
        assertThat(room.path("places").path(1).path("line").asString()).isEqualTo("room 3 GB on the old one");
        assertThat(room.path("wanted").path(0).path("title").asString()).isEqualTo("room on the disk");
        d.enter(5, "done", Map.of()).refused(422, "Not read yet: room on the disk");
        d.enter(5, "value", said(0, "row", 2)).refused(422, "no place 3");
        d.enter(5, "value", said(0, "row", 1)).expect(200);
        assertThat(d.step(5).path("captures").path(0).path("how").asString()).isEqualTo("chosen");
        d.enter(5, "value", said(0, "values", Map.of("room", "lots"))).refused(422, "is not a size");
        d.enter(5, "value", said(0, "values", Map.of("room", "9 GB"))).expect(200);
        d.enter(5, "value", said(0, "none", "perhaps")).refused(422, "not-there or not-known");
        d.enter(5, "value", said(9, "none", "not-known")).refused(422, "reads nothing under 9");
        // read anew it is what the device says now; a new choice is open until somebody picks
        d.printed(5, "room 1 GB\nroom 2 GB");
        d.enter(5, "done", Map.of()).refused(422, "Not read yet");
        d.printed(5, "room 1 GB").done(5);
        // one word said on the phone is the one value that is wanted
        d.enter(5, "undone", Map.of()).expect(200);
        d.printed(5, "12 GB");
        assertThat(d.step(5).path("captures").path(0).path("how").asString()).isEqualTo("heard");
    }

    @Test
    void theGateOpensForTheTargetThatThisAttemptReadAndNoOther() {
        Desk d = fresh();
        // the message names a disk, and a row is not chosen by being there
        assertThat(d.step(7).path("target").asString()).isEqualTo("unknown");
        d.enter(7, "confirmed", Map.of("safe", true, "heard", "7"))
                .refused(422, "not read from the device in this attempt");
        d.printed(3, "Disk 3 500 GB SPARE\n");
        assertThat(d.step(7).path("target").asString()).isEqualTo("unknown");
        d.enter(4, "done", Map.of()).refused(422, "which one it is");
        d.enter(4, "value", said(-1, "row", 4)).refused(422, "no row 5");

        Desk at = atTheGate();
        assertThat(at.step(7).path("target").asString()).isEqualTo("compare");
        assertThat(at.step(7).path("destroys").asString()).isEqualTo("all data on disk \u2026");
        at.enter(7, "confirmed", Map.of("safe", true, "heard", "7")).refused(422, "another target");
        at.enter(7, "done", Map.of()).refused(422, "Confirm the target");
        assertThat(commands(at.step(7))).isEmpty();
        at.enter(7, "confirmed", Map.of("safe", true, "heard", "3")).expect(200);
        assertThat(commands(at.step(7))).containsExactly("packctl write --disk 3 --yes");
        // another row chosen since then shuts it again
        at.enter(4, "value", said(-1, "row", 0)).expect(200);
        assertThat(at.step(7).path("target").asString()).isEqualTo("compare");
        assertThat(commands(at.step(7))).isEmpty();
        // an older case of the same device opens nothing
        Desk later = fresh();
        assertThat(later.step(7).path("target").asString()).isEqualTo("unknown");
        later.enter(7, "confirmed", Map.of("safe", true, "heard", "3")).refused(422, "not read from the device");
    }

    @Test
    void theTargetIsNowhereOnThePageWhileItIsReadOut() {
        Desk d = Desk.open(api, "till-store-damaged", "PD-9001 Store on SL-0042 damaged", Map.of());
        d.start("write-store").printed(0, "store disk SL-0042\nspare disk SL-0024");
        assertThat(d.see().toString()).contains("SL-0042");
        d.done(0);
        assertThat(d.see().toString()).doesNotContain("SL-0042").contains(Hidden.MARK);
        assertThat(d.filled().toString()).doesNotContain("SL-0042");
        d.enter(1, "confirmed", Map.of("safe", true, "heard", "sl 0042")).expect(200);
        assertThat(d.see().toString()).contains("SL-0042");
    }

    @Test
    void whatMustBeSoHoldsTheStepBackForAllButALead() {
        Desk d = atTheGate();
        d.printed(5, "room 1 GB");
        JsonNode must = d.step(7).path("must");
        assertThat(must.path("held").asBoolean()).isTrue();
        assertThat(must.path("musts").path(0).path("expected").asString()).isEqualTo("there is room for every pack");
        assertThat(must.path("musts").path(0).path("why").asString())
                .isEqualTo("the room on the disk is 1 GB, less than 2 GB");
        d.enter(7, "confirmed", Map.of("safe", true, "heard", "3")).expect(200);
        assertThat(commands(d.step(7))).isEmpty();
        d.enter(7, "done", Map.of()).refused(422, "held back until there is room for every pack");
        Api agent = agent("pia", "Pia Lund");
        d.as(agent).enter(7, "went-on", Map.of("note", "no other disk")).refused(403, "lead");
        d.enter(7, "went-on", Map.of()).refused(422, "Say why");
        d.enter(7, "went-on", Map.of("note", "no other disk on the island")).expect(200);
        assertThat(commands(d.step(7))).containsExactly("packctl write --disk 3 --yes");
        assertThat(d.step(7).path("must").path("passed").asString()).isEqualTo("no other disk on the island");
        assertThat(d.textFor("hand-over", "plain")).contains("gone on all the same, no other disk on the island");
    }

    @Test
    void putBacksKnowWhatTheyWereOrWhatToDoWithoutIt() {
        Desk d = atTheGate();
        JsonNode mount = owed(d, "mount it as before");
        assertThat(mount.path("ifNotKnown").asString()).isEqualTo("leave it as the shore desk says");
        assertThat(mount.path("command").toString()).contains("\"blank\"", "way it was mounted");
        d.enter(6, "undone", Map.of()).expect(200);
        d.printed(6, "mounted as reader").done(6);
        mount = owed(d, "mount it as before");
        assertThat(mount.path("ifNotKnown").asString()).isEmpty();
        assertThat(Desk.command(mount.path("command"))).isEqualTo("packctl mount --as reader");
        d.enter(7, "confirmed", Map.of("safe", true, "heard", "3")).expect(200);
        d.done(7).outcome("worked");
        assertThat(owed(d, "mark the disk").path("state").asString()).isEqualTo("no-longer-applies");
        d.outcome("no-change");
        assertThat(owed(d, "mark the disk").path("state").asString()).isEqualTo("open");
        assertThat(Desk.command(owed(d, "mark the disk").path("command"))).isEqualTo("packctl mark --disk 3");
        // for now it may stay, and comes back before the case ends; on purpose it stays by somebody's word
        d.outcome("worked");
        d.settle(mount, Map.of("state", "for-now")).expect(200);
        d.see().path("putBacks").forEach(p -> {
            if (p.path("state").asString().equals("open")) {
                d.settle(p, Map.of("state", "done")).expect(200);
            }
        });
        d.close("solved").refused(409, "put back");
        d.settle(mount, Map.of("state", "kept")).refused(422, "who decided");
        d.settle(mount, Map.of("state", "kept", "decidedBy", "Mora of the shore desk"))
                .expect(200);
        d.close("solved").expect(200);
        assertThat(d.textFor("ticket", "plain"))
                .contains("mount it as before, kept on purpose, decided by Mora of the shore desk");
    }

    private static JsonNode owed(Desk d, String text) {
        for (JsonNode p : d.see().path("putBacks")) {
            if (p.path("text").asString().startsWith(text)) {
                return p;
            }
        }
        throw new AssertionError("nothing owed: " + text);
    }

    /** What decides must hold for a case to be solved; what does not hold beside it is what it is solved without. */
    @Test
    void aRetestHasLevels() {
        Desk d = Desk.open(api, "packs-not-written", MESSAGE, Map.of())
                .start("load-fetcher")
                .done(0)
                .outcome("worked");
        d.close("solved", "retest", List.of("does-not")).refused(422, "it decides");
        d.close("solved", "retest", List.of("perhaps")).refused(422, "does-not and not-tried");
        d.close("solved", "retest", List.of("holds", "holds", "holds")).refused(422, "verifies 2 things");
        JsonNode ended = d.close("solved", "retest", List.of("holds", "does-not"))
                .expect(200)
                .json();
        assertThat(ended.path("limitation").asString()).isEqualTo("the sign on the pier stays dark");
        assertThat(d.textFor("ticket", "plain"))
                .contains("Limitation: the sign on the pier stays dark")
                .contains("Retested: Let the boards update. It holds. Look at the sign on the pier. It does not.");
    }

    /** Yes, no, and not probed: a look that was not made says nothing, and what destroys does not open by it. */
    @Test
    void threeRoutesOfALook() {
        Desk unknown = Desk.open(api, "packs-not-written", MESSAGE, Map.of());
        JsonNode q =
                api.get("/api/cases/" + unknown.number + "/questions").json().path(0);
        assertThat(q.path("answered").asBoolean()).isFalse();
        assertThat(q.path("wanted").path(0).path("title").asString()).isEqualTo("fetcher's release");
        assertThat(q.path("hangsOn").path(0).path("when").asString()).isEqualTo("the fetcher is not loaded");
        assertThat(unknown.planned("load-fetcher").path("reasons").toString())
                .contains("only-if", "the fetcher is not loaded");
        assertThat(unknown.planned("write-pack-disk").path("reasons").toString())
                .contains("only-if");

        Desk there = Desk.open(api, "packs-not-written", MESSAGE, Map.of());
        there.post("/questions/0", Map.of("text", "fetcher 2.4\nfetcher 1.9")).refused(422, "stands in 2 places");
        there.post("/questions/0", Map.of("text", "fetcher 2.4\nfetcher 1.9", "row", 0))
                .expect(200);
        assertThat(there.excluded("load-fetcher")).contains("the fetcher is not loaded");
        assertThat(there.excluded("write-pack-disk")).contains("the fetcher's release is 2.4, at least 2.0");

        Desk gone = Desk.open(api, "packs-not-written", MESSAGE, Map.of());
        gone.know("fetcher", "not-there");
        assertThat(gone.order()).contains("load-fetcher", "write-pack-disk");
        assertThat(gone.plan().path("ordered").toString()).doesNotContain("only-if");
    }

    /** Every address that answers is asked, with a case at every state before its gate, by everybody who is no author. */
    @Test
    void whatDestroysStandsNowhereBeforeItsGate() throws IOException {
        List<Desk> cases = List.of(
                Desk.open(api, "packs-not-written", MESSAGE, Map.of()), fresh(), fresh().printed(0, HELD), atTheGate());
        Desk open = atTheGate();
        open.enter(7, "confirmed", Map.of("safe", true, "heard", "3")).expect(200);
        Api agent = agent("rolf", "Rolf Berg");
        int asked = 0;
        int answered = 0;
        for (String line : Files.readAllLines(Path.of("src", "test", "resources", "access.txt"))) {
            if (!line.startsWith("GET ")) {
                continue;
            }
            String address = line.substring(4).split(" ")[0];
            for (Desk d : cases) {
                String path = address.replace("{n}", String.valueOf(d.number))
                        .replace("{folder}", "fixes")
                        .replace("{kind}", "hand-over")
                        .replaceAll("errors/\\{key\\}", "errors/packs-not-written")
                        .replace("{key}", "write-pack-disk")
                        .replaceAll("\\{[a-z]+\\}", "1");
                if (path.endsWith("/live")) {
                    continue; // a stream, of what changed and of nothing else
                }
                Api.Answer answer = agent.get(path);
                assertThat(answer.text()).as(path).doesNotContain(DESTROYS);
                asked++;
                answered += answer.status() == 200 ? 1 : 0;
                if (!address.contains("{")) {
                    break;
                }
            }
        }
        assertThat(asked).isGreaterThan(60);
        assertThat(answered).as("addresses that had something to say").isGreaterThan(40);
        for (Desk d : cases) {
            for (String text : List.of("ticket", "hand-out", "hand-over")) {
                assertThat(d.textFor(text, "plain")).as(text).doesNotContain(DESTROYS);
            }
        }
        for (Desk d : cases) {
            assertThat(shown(codeFor(d))).doesNotContain(DESTROYS);
        }
        String code = codeFor(open);
        assertThat(shown(code)).contains(DESTROYS);
        app.clock().forward(Duration.ofMinutes(11));
        assertThat(shown(code)).doesNotContain(DESTROYS);
    }

    private String codeFor(Desk d) {
        return api.post("/api/cases/" + d.number + "/shown", Map.of("fix", "write-pack-disk"))
                .expect(200)
                .json()
                .path("code")
                .asString();
    }

    /** The page at the device, as somebody without an account reads it. */
    private String shown(String code) {
        return Api.browser(app.address()).get("/api/shown/" + code).expect(200).text();
    }
}
