package org.mendak.server.cases;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnTestDesk;
import tools.jackson.databind.JsonNode;

/** The documents of the test desk, each worked to its end by HTTP. */
class DeskSetTest extends OnTestDesk {

    /** Eight questions, none of which blocks the first fix; "they don't know" is not always the way of "no". */
    @Test
    void eightQuestionsLeadTheirWaysWithDontKnow() {
        Desk d = Desk.open(
                api, "gate-stands-still", "the scanner shows the anchor and never gets to the gate list", Map.of());
        assertThat(api.get("/api/cases/" + d.number + "/sheet")
                        .expect(200)
                        .json()
                        .path("questions"))
                .hasSize(8);
        assertThat(d.order()).containsExactly("restart-scanner", "dry-contacts", "change-cradle");
        assertThat(d.planned("dry-contacts").path("reasons").toString()).contains("only-if");
        // each question that a fix hangs on stands directly before the first such fix
        assertThat(Desk.keys(d.plan().path("ordered")))
                .containsExactly(
                        "restart-scanner",
                        "hums",
                        "rain",
                        "dry-contacts",
                        "cradle_lamp",
                        "other_starts",
                        "change-cradle");
        assertThat(d.planned("rain").path("kind").asString()).isEqualTo("question");
        d.know(
                "restarts",
                "more",
                "rain",
                "dont-know",
                "worked_yesterday",
                "yes",
                "pier",
                "north",
                "seal_whole",
                "dont-know");
        assertThat(d.order()).containsExactly("dry-contacts", "change-cradle");
        assertThat(d.excluded("restart-scanner")).contains("not-so").doesNotContain("restarts in");
        d.know("hums", "yes");
        assertThat(d.excluded("dry-contacts")).contains("not-so").doesNotContain("= ", "dont-know");
        d.know("hums", "no", "cradle_lamp", "dont-know", "other_starts", "yes");
        assertThat(d.order()).containsExactly("dry-contacts");
        assertThat(d.excluded("change-cradle")).contains("the cradle lamp is not no and the other starts is yes");

        d.start("dry-contacts").done(0);
        assertThat(d.step(2).path("applies").asString()).isEqualTo("depends");
        assertThat(d.step(1).path("asks").path(0).path("choices").toString()).isEqualTo("[\"yes\",\"no\"]");
        d.know("crust", "no");
        assertThat(d.step(2).path("applies").asString()).isEqualTo("no");
        d.done(1).outcome("worked").close("solved").expect(200);
        assertThat(d.see().path("believedFix").asString()).isEqualTo("dry-contacts");
    }

    /** The first fix wants the box open, the second wants it cancelled; each says so, and the state follows what was done. */
    @Test
    void oneFixWorksWhileTheBoxStandsTheNextWantsItCancelled() {
        Desk d = Desk.open(
                api,
                "setup-stands-still",
                "Setup cannot replace tillcore.wbl, it is held by spooler",
                Map.of("reached", "remote"));
        d.start("release-file");
        JsonNode need = d.filled().path("needs").path(1);
        assertThat(need.path("id").asString()).isEqualTo("installer = open");
        assertThat(need.path("state").asString()).isEqualTo("unknown");
        d.know(need.path("fact").asString(), need.path("wanted").asString());
        assertThat(d.filled().path("needs").path(1).path("state").asString()).isEqualTo("yes");
        d.printed(0, "held by spooler as 311").printed(1, "service was resting").done(0, 1, 2);
        assertThat(d.step(0).path("checks").path(0).path("state").asString()).isEqualTo("yes");
        assertThat(Desk.command(d.step(1).path("commands").path(0).path("pieces")))
                .isEqualTo("tillctl service stop spooler --id 311");
        d.outcome("no-change");

        JsonNode owed = d.see().path("putBacks").path(0);
        assertThat(owed.path("due").asBoolean()).isTrue();
        assertThat(Desk.command(owed.path("command"))).isEqualTo("tillctl service start spooler --mode resting");
        d.close("withdrawn").refused(409, "something to put back");
        d.settle(owed, Map.of("state", "done")).expect(200);

        d.start("setup-anew");
        JsonNode closed = d.filled().path("needs").path(1);
        assertThat(closed.path("state").asString()).isEqualTo("other");
        d.know(closed.path("fact").asString(), closed.path("wanted").asString());
        assertThat(d.filled().path("needs").path(1).path("state").asString()).isEqualTo("yes");
        // the part's steps stand in place, with what they are handed in
        assertThat(d.filled().path("steps")).hasSize(4);
        assertThat(d.step(1).path("part").asString()).isEqualTo("Clear what setup left");
        assertThat(Desk.command(d.step(1).path("commands").path(0).path("pieces")))
                .isEqualTo("ls /var/stage/setup");
        d.done(0).printed(1, "left: a.tmp, b c.tmp").done(1);
        List<String> commands = new ArrayList<>();
        d.step(2).path("commands").forEach(c -> commands.add(Desk.command(c.path("pieces"))));
        assertThat(commands).containsExactly("rm -- a.tmp", "rm -- 'b c.tmp'");
        d.done(2);

        // due only after success, with a value that is known only then
        d.printed(3, "set up as SU-77").done(3);
        assertThat(d.see().path("putBacks").path(1).path("after").asString()).isEqualTo("success");
        d.outcome("no-change");
        assertThat(d.see().path("putBacks").path(1).path("state").asString()).isEqualTo("no-longer-applies");
        d.outcome("worked");
        JsonNode clean = d.see().path("putBacks").path(1);
        assertThat(clean.path("state").asString()).isEqualTo("open");
        assertThat(Desk.command(clean.path("command"))).isEqualTo("tillctl setup clean SU-77");
        d.close("solved").refused(409, "something to put back");
        d.settle(clean, Map.of("state", "done")).expect(200);
        d.close("solved").expect(200);
    }

    @Test
    void aStepIsDoneByTheWayThatIsOpenAndItemByItem() {
        Desk d = Desk.open(api, "parts-gone", "Board part clock.wbl not found", Map.of("reached", "remote"));
        d.start("bring-parts").printed(2, "missing: clock.wbl, wind.wbl; tide table.wbl");
        d.know("access", "remote-shell");
        assertThat(d.step(0).path("applies").asString()).isEqualTo("yes");
        assertThat(d.step(1).path("applies").asString()).isEqualTo("no");
        assertThat(d.step(0).path("items")).hasSize(3);
        d.enter(0, "done", Map.of("item", "clock.wbl")).expect(200);
        d.enter(0, "done", Map.of("item", "tide table.wbl")).expect(200);
        assertThat(d.see()
                        .path("attempts")
                        .path(0)
                        .path("steps")
                        .path(1)
                        .path("item")
                        .asString())
                .isEqualTo("clock.wbl");
        assertThat(owed(d)).containsExactly("boardctl shelf drop clock.wbl", "boardctl shelf drop 'tide table.wbl'");
        d.enter(0, "done", Map.of("item", "moon.wbl")).refused(422, "no item of this step's list");
        d.enter(1, "done", Map.of("item", "clock.wbl")).refused(422, "no item of this step's list");
        d.enter(0, "undone", Map.of("item", "clock.wbl")).expect(200);
        assertThat(owed(d)).containsExactly("boardctl shelf drop 'tide table.wbl'");
        d.done(0);
        assertThat(owed(d)).hasSize(3);
        // taken back as a whole and done again it owes all of them once more
        d.enter(0, "undone", Map.of()).expect(200);
        assertThat(owed(d)).isEmpty();
        d.done(0);
        assertThat(owed(d)).hasSize(3);
        d.outcome("worked");
        d.see()
                .path("putBacks")
                .forEach(p -> d.settle(p, Map.of("state", "kept", "decidedBy", "the harbour office"))
                        .expect(200));
        d.close("solved").expect(200);
        Desk hand = Desk.open(api, "parts-gone", "Board part clock.wbl not found", Map.of());
        hand.know("access", "at-device").start("bring-parts");
        assertThat(hand.step(0).path("applies").asString()).isEqualTo("no");
        assertThat(hand.step(1).path("applies").asString()).isEqualTo("yes");
    }

    private static List<String> owed(Desk d) {
        List<String> commands = new ArrayList<>();
        d.see().path("putBacks").forEach(p -> {
            if (p.path("state").asString().equals("open")) {
                commands.add(Desk.command(p.path("command")));
            }
        });
        return commands;
    }

    @Test
    void twoFixesWantOppositeStatesOfOneService() {
        Desk d =
                Desk.open(api, "board-goes-dark", "TW-31 Panel dark, dimmer answers busy", Map.of("reached", "remote"));
        assertThat(d.order()).containsExactly("start-dimmer", "stop-dimmer", "load-table");
        d.know("dimmer", "stopped").start("start-dimmer");
        assertThat(d.filled().path("needs").path(0).path("state").asString()).isEqualTo("yes");
        assertThat(Desk.command(d.step(0).path("commands").path(0).path("pieces")))
                .isEqualTo("Start-Board -Part dimmer");
        d.done(0).outcome("no-change");
        assertThat(fact(d, "dimmer")).isEqualTo("running");
        d.start("stop-dimmer");
        assertThat(d.filled().path("risk").asString()).isEqualTo("weakens");
        assertThat(d.filled().path("needs").path(0).path("state").asString()).isEqualTo("yes");
        assertThat(d.filled().path("together").toString()).contains("load-table");
        d.printed(0, "level 7").done(0).outcome("not-retested");
        assertThat(fact(d, "dimmer")).isEqualTo("stopped");
        d.start("load-table");
        assertThat(d.step(0).path("commands").path(0).path("pieces").toString()).contains("busy");
        // what would be read as an option is not filled in
        d.know("answer", "--all");
        assertThat(d.step(0).path("commands").path(0).path("pieces").toString()).contains("refused");
        d.done(0).outcome("worked");
        JsonNode put = d.see().path("putBacks").path(0);
        assertThat(Desk.command(put.path("command"))).isEqualTo("Start-Board -Part dimmer -Level 7");
        d.settle(put, Map.of("state", "passed-to", "to", "requester")).expect(200);
        d.close("solved").expect(200);
        assertThat(d.textFor("hand-out", "plain"))
                .contains("WHAT WE ASK YOU TO DO")
                .contains("start it at its level: Start-Board -Part dimmer -Level 7");
    }

    private static String fact(Desk d, String name) {
        for (JsonNode f : d.see().path("facts")) {
            if (f.path("name").asString().equals(name)) {
                return f.path("value").asString();
            }
        }
        return "";
    }

    @Test
    void aCommandIsReadOutInChunksOnThePhoneAndCopiedRemote() {
        Desk d = Desk.open(api, "till-store-damaged", "PD-9001 Store on SL-0042 damaged", Map.of("reached", "phone"));
        d.start("repair-store");
        JsonNode spoken = d.step(0).path("commands").path(0).path("spoken");
        assertThat(spoken.path(0).path("text").asString()).isEqualTo("tillctl");
        assertThat(spoken.path(0).path("said").asString()).isEqualTo("tango, india, lima, lima, charlie, tango, lima");
        assertThat(spoken.path(0).path("spaceAfter").asBoolean()).isTrue();
        d.patch(Map.of("reached", "remote"));
        assertThat(d.step(0).path("commands").path(0).path("spoken").isEmpty()).isTrue();
        d.patch(Map.of("reached", "phone"));
        d.printed(0, "guard on")
                .enter(0, "done", Map.of("heard", "tillctl guard set off"))
                .expect(200);
        assertThat(d.see()
                        .path("attempts")
                        .path(0)
                        .path("steps")
                        .path(1)
                        .path("heard")
                        .asString())
                .isEqualTo("tillctl guard set off");
    }

    @Test
    void aRestartInTheMiddleIsResumedByAColleagueWhoSeesWhatIsOwed() {
        Api colleague = agent("ida", "Ida Sound");
        Desk d = Desk.open(api, "till-store-damaged", "PD-9001 Store on SL-0042 damaged", Map.of());
        d.start("repair-store").printed(0, "guard strict").done(0, 1);
        d.patch(Map.of(
                "waitsFor",
                "restart",
                "waitsUntil",
                app.clock().instant().plusSeconds(300).toString()));
        d.post("/handover", Map.of("to", "nobody-here", "note", "x")).refused(422, "Nobody here is called");
        d.post("/handover", Map.of("to", "ida", "note", "it restarts, then step 3"))
                .expect(200);
        d.post("/handover", Map.of("to", "Ida Sound", "note", "")).refused(409, "already");

        Desk there = d.as(colleague);
        JsonNode c = there.see();
        assertThat(c.path("agent").asString()).isEqualTo("Ida Sound");
        assertThat(c.path("waitsFor").asString()).isEqualTo("restart");
        assertThat(c.path("handovers").path(0).path("note").asString()).isEqualTo("it restarts, then step 3");
        assertThat(c.path("attempts").path(0).path("steps")).hasSize(3);
        there.patch(Map.of("waitsFor", "me"));
        there.done(2).outcome("no-change");
        JsonNode owed = there.see().path("putBacks").path(0);
        assertThat(Desk.command(owed.path("command"))).isEqualTo("tillctl guard set strict");
        there.settle(owed, Map.of("state", "passed-to", "to", "Ida Sound")).expect(200);
        there.close("handed-over").expect(200);
        assertThat(there.textFor("hand-over", "markdown"))
                .contains(
                        "## What was tried", "Repair the store: no change", "Start it for repair: done", "guard strict")
                .contains("tillctl guard set strict");

        // it stands in hand until it is done, and is overdue the day after
        JsonNode hand =
                colleague.get("/api/in-hand").expect(200).json().path("owed").path(0);
        assertThat(hand.path("number").asLong()).isEqualTo(d.number);
        assertThat(hand.path("overdue").asBoolean()).isFalse();
        app.clock().forward(Duration.ofDays(2));
        assertThat(colleague
                        .get("/api/in-hand")
                        .expect(200)
                        .json()
                        .path("owed")
                        .path(0)
                        .path("overdue")
                        .asBoolean())
                .isTrue();
        there.settle(owed, Map.of("state", "open")).refused(409, "closed");
        there.settle(owed, Map.of("state", "done")).expect(200);
        assertThat(colleague.get("/api/in-hand").expect(200).json().path("owed").isEmpty())
                .isTrue();
    }

    @Test
    void onlyTheRightTargetIsDestroyed() {
        Desk d = Desk.open(api, "till-store-damaged", "PD-9001 Store on SL-0042 damaged", Map.of());
        d.start("write-store");
        assertThat(d.step(1).path("target").asString()).isEqualTo("unknown");
        d.enter(1, "confirmed", Map.of("safe", true, "heard", "SL-0042")).refused(422, "was not read from the device");
        assertThat(d.step(1).path("commands").isEmpty()).isTrue();
        d.printed(0, "store disk SL-0042\nspare disk SL-0024").done(0);
        assertThat(d.step(1).path("target").asString()).isEqualTo("compare");
        assertThat(d.step(1).path("destroys").asString()).isEqualTo("all data on disk …");
        d.enter(1, "confirmed", Map.of("heard", "SL-0042")).refused(422, "data is safe");
        d.enter(1, "confirmed", Map.of("safe", true)).refused(422, "read out");
        String refused = d.enter(1, "confirmed", Map.of("safe", true, "heard", "SL 0024"))
                .refused(422, "another target")
                .text();
        assertThat(refused).contains("\"differsAt\":5").doesNotContain("SL-0042");
        assertThat(d.see().path("attempts").path(0).path("steps")).hasSize(2);
        d.enter(1, "done", Map.of("heard", "SL-0042", "safe", true)).refused(422, "Confirm the target");
        d.enter(1, "confirmed", Map.of("safe", true, "heard", "sl0042")).expect(200);
        d.enter(1, "undone", Map.of()).expect(200);
        d.enter(1, "done", Map.of()).refused(422, "Confirm the target");
        d.enter(1, "confirmed", Map.of("safe", true, "heard", "sl0042")).expect(200);
        d.done(1);
        d.outcome("worked").close("solved").expect(200);
    }

    @Test
    void gettingThemGoingCountsAWorkaroundAndLeavesADebt() {
        Desk d = Desk.open(api, "gate-stands-still", "the scanner shows the anchor", Map.of("requester", "North pier"));
        assertThat(d.excluded("lend-scanner")).contains("only-going");
        d.patch(Map.of("goal", "going"));
        assertThat(d.order()).contains("lend-scanner");
        d.start("lend-scanner").done(0).outcome("worked");
        d.close("worked-around", "limitation", "the scanner itself still stands")
                .expect(200);
        JsonNode debt = api.get("/api/in-hand").expect(200).json().path("owed").path(0);
        assertThat(debt.path("kind").asString()).isEqualTo("debt");
        assertThat(debt.path("text").asString()).isEqualTo("mend for good");
        assertThat(d.textFor("hand-out", "markdown"))
                .contains("One thing does not work as before: the scanner itself still stands")
                .contains("- the next gate has one scanner less.");
        assertThat(d.textFor("ticket", "markdown"))
                .contains("- Ended: worked around", "- Still to do: mend for good, passed to");
        api.post("/api/cases/" + d.number + "/put-backs/" + debt.path("id").asLong(), Map.of("state", "done"))
                .expect(200);
    }

    @Test
    void aFollowUpBlocksTheEndLikeAPutBack() {
        Desk d = Desk.open(
                api,
                "gate-stands-still",
                "the scanner shows the anchor",
                Map.of("facts", Map.of("device.image", "3.4")));
        d.start("change-cradle");
        JsonNode gets = d.step(0).path("gets");
        assertThat(gets.path(0).path("applies").asString()).isEqualTo("yes");
        assertThat(gets.path(1).path("applies").asString()).isEqualTo("no");
        assertThat(gets.path(0).path("asOf").asString()).isEqualTo("2026-10-01");
        d.done(0, 1).outcome("worked");
        d.close("solved").refused(409, "to follow up first");
        JsonNode up = d.see().path("putBacks").path(0);
        assertThat(up.path("kind").asString()).isEqualTo("follow-up");
        assertThat(up.path("text").asString()).isEqualTo("send the old cradle to the shore (the store keeper)");
        d.settle(up, Map.of("state", "passed-to", "to", "the store keeper")).expect(200);
        d.close("solved").expect(200);
    }

    @Test
    void aNeedThatIsNotToBeHadShowsAnotherWay() {
        Desk d = Desk.open(api, "till-store-damaged", "PD-9001 Store on SL-0042 damaged", Map.of());
        d.know("need.local-admin", "no");
        assertThat(d.excluded("repair-store"))
                .contains("not-at-hand", "Local administrator on the device", "The shore desk lends one for an hour.");
    }

    @Test
    void whatStaysTrueOfADeviceIsKnownNextTime() {
        Desk first = Desk.open(
                api,
                "parts-gone",
                "Board part clock.wbl not found",
                Map.of("device", "board-17", "facts", Map.of("device.image", "4.1", "access", "none")));
        first.close("withdrawn").expect(200);
        Desk next = Desk.open(api, "board-goes-dark", "TW-31", Map.of("device", "BOARD-17"));
        assertThat(fact(next, "device.image")).isEqualTo("4.1");
        assertThat(fact(next, "access")).isEmpty();
        assertThat(next.see().path("facts").path(0).path("source").asString()).isEqualTo("device");
        next.post("/facts", Map.of("device.image", "the new one")).refused(422, "must be a version");
    }

    /** A read-only look is asked like a question; what it prints is a fact, and it is no attempt. */
    @Test
    void aLookAtTheDeviceAnswersAQuestion() {
        Desk d = Desk.open(api, "parts-gone", "Board part clock.wbl not found", Map.of());
        String path = "/api/cases/" + d.number + "/questions";
        JsonNode q = api.get(path).expect(200).json().path(0);
        assertThat(q.path("answered").asBoolean()).isFalse();
        assertThat(Desk.command(q.path("run"))).isEqualTo("boardctl parts --compare");
        assertThat(q.path("spoken").path(0).path("text").asString()).isEqualTo("boardctl");
        d.post("/questions/0", Map.of("text", "no such panel")).refused(422, "The have, want was not found in it");
        d.post("/questions/7", Map.of("text", "x")).refused(404, "no question 7");
        d.post("/questions/0", Map.of("text", "have clock.wbl, wind.wbl of clock.wbl, wind.wbl, tide.wbl"))
                .expect(200);
        assertThat(api.get(path).expect(200).json().path(0).path("answered").asBoolean())
                .isTrue();
        assertThat(fact(d, "want")).isEqualTo("clock.wbl, wind.wbl, tide.wbl");
        assertThat(d.see().path("attempts").isEmpty()).isTrue();
        d.start("bring-parts");
        JsonNode check = d.step(2).path("checks").path(0);
        assertThat(check.path("state").asString()).isEqualTo("yes");
    }

    @Test
    void whatWasTriedBeforeIsLeftOutAndWhatIsOffTheScriptIsKept() {
        Desk d = Desk.open(api, "board-goes-dark", "TW-31", Map.of());
        d.post("/attempts", Map.of("fix", "load-table", "triedBefore", true)).expect(201);
        d.post("/attempts", Map.of("fix", "load-table", "triedBefore", true)).refused(409, "already");
        d.post("/attempts", Map.of("fix", "no-such", "triedBefore", true)).refused(422, "no published fix");
        assertThat(d.order()).doesNotContain("load-table");
        assertThat(d.see().path("attempts").path(0).path("triedBefore").asBoolean())
                .isTrue();
        d.post("/free-steps", Map.of("clientId", "plug", "did", "pulled the panel's plug for a minute"))
                .expect(200);
        assertThat(d.textFor("hand-over", "plain"))
                .contains("Load the panel table: no change (before the case was opened)")
                .contains("WHAT WAS DONE OFF THE SCRIPT")
                .contains("- pulled the panel's plug for a minute");
    }
}
