package org.mendak.server.cases.shown;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.mendak.server.cases.AtTheDevice;
import org.mendak.server.cases.AtTheDevice.Kind;
import org.mendak.server.cases.CaseReader;
import org.mendak.server.cases.ReadViews;
import org.mendak.server.cases.pictures.PictureService;
import org.mendak.server.cases.pictures.WholePicture;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.FromCaller;
import org.mendak.server.platform.Limits;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Turns;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Words;
import org.springframework.stereotype.Service;

/** What is answered at the device: kept until an agent has seen it and takes or drops it. By itself it changes nothing of a case. */
@Service
class DeviceAnswers {

    /** Characters of one answer. */
    static final int MOST_TEXT = 4_000;

    private static final int MOST_WAITING = 20;
    private static final int MOST_OF_LINK = 500;
    private static final int MOST_PICTURES_WAITING = 4;
    private static final String DONT_KNOW = "dont-know";
    private static final Set<Kind> WORDED = Set.of(Kind.OUTPUT, Kind.OTHER, Kind.TARGET, Kind.ANSWER);
    private static final Set<Kind> OF_STEPS = Set.of(Kind.DONE, Kind.OUTPUT, Kind.TARGET, Kind.ANSWER);
    private static final Set<Kind> LAST = Set.of(Kind.WORKS, Kind.SAME);

    /**
     * An answer as it is sent.
     *
     * @param id made at the device: the same twice is the same answer
     * @param step the place of the step that it is about, from 1, as the page says it
     * @param about the place of the question that it answers, from 0; null unless it answers one
     */
    @FromCaller
    record Sent(String id, Integer step, String item, String kind, Integer about, String text) {}

    /**
     * An answer that waits for an agent.
     *
     * @param step its step's place, from 0
     * @param marks where the text shows what will be read
     * @param read what will be read, a line for each value
     * @param question what it answers; empty unless it answers a question
     * @param sameTarget whether it names the target that was read; null unless that is asked
     */
    record Waiting(
            long id,
            String kind,
            int step,
            @OrNull String item,
            String title,
            String question,
            String text,
            List<ReadViews.Mark> marks,
            List<String> read,
            @OrNull Boolean sameTarget,
            Instant at) {}

    /** What is out and what came back. */
    record Shown(@OrNull DeviceLinks.Out link, List<Waiting> answers) {}

    private final Db db;
    private final DeviceLinks links;
    private final AnswerStore store;
    private final AtTheDevice device;
    private final CaseReader reader;
    private final PictureService pictures;
    private final Turns turns;
    private final Clock clock;

    DeviceAnswers(
            Db db,
            DeviceLinks links,
            AnswerStore store,
            AtTheDevice device,
            CaseReader reader,
            PictureService pictures,
            Turns turns,
            Clock clock) {
        this.db = db;
        this.links = links;
        this.store = store;
        this.device = device;
        this.reader = reader;
        this.pictures = pictures;
        this.turns = turns;
        this.clock = clock;
    }

    /** Keeps an answer; one that came already is answered again. */
    void send(OpenLink l, Sent sent) {
        Kind kind = Words.said(Kind.class, sent.kind(), "kind");
        if (kind == Kind.PICTURE) {
            throw Refusal.invalid("A picture is sent as a picture. Nothing was stored.");
        }
        String text = sent.text() == null ? "" : sent.text().strip();
        if (WORDED.contains(kind) ? text.isEmpty() : !text.isEmpty()) {
            throw Refusal.invalid(
                    WORDED.contains(kind)
                            ? "Nothing was written."
                            : "Words do not belong to this. Nothing was stored.");
        }
        if (text.length() > MOST_TEXT) {
            throw Refusal.tooLarge("This has " + text.length() + " characters; the desk takes up to " + MOST_TEXT
                    + " at a time. Nothing was stored.");
        }
        keep(l, sent, kind, device.masked(kind, text), null);
    }

    /** Keeps a picture; its bytes were looked at. */
    void send(OpenLink l, Sent sent, byte[] bytes) {
        PictureService.Incoming p = pictures.incoming("at-the-device", bytes);
        keep(l, sent, Kind.PICTURE, "", new WholePicture(p.type(), p.bytes()));
    }

    private void keep(OpenLink l, Sent sent, Kind kind, String text, WholePicture picture) {
        if (sent.id() == null || !sent.id().matches("[A-Za-z0-9-]{8,80}")) {
            throw Refusal.invalid("id must be 8 to 80 letters, digits or dashes.");
        }
        if (sent.item() != null && sent.item().length() > Limits.FACT_VALUE) {
            throw Refusal.invalid("item has at most " + Limits.FACT_VALUE + " characters.");
        }
        if (!l.maySend(clock.instant())) {
            throw Refusal.tooMany("That is a lot at once. Please wait a minute; nothing of this was stored.", 60);
        }
        LinkStore.Link link = l.link();
        boolean isNew = turns.take(
                () -> db.tx(tx -> {
                    if (store.has(tx, link.id(), sent.id())) {
                        return false;
                    }
                    links.hold(tx, link);
                    check(tx, link, sent, kind, text);
                    store.add(
                            tx,
                            link.id(),
                            sent.id(),
                            new AnswerStore.Stored(
                                    0,
                                    link.attempt(),
                                    kind,
                                    sent.step() - 1,
                                    item(sent),
                                    sent.about(),
                                    text,
                                    clock.instant(),
                                    AnswerStore.State.WAITING),
                            picture);
                    return true;
                }),
                "device link " + link.id());
        if (isNew) {
            l.changed();
            device.tell(link.number());
        }
    }

    private void check(Tx tx, LinkStore.Link link, Sent sent, Kind kind, String text) {
        AtTheDevice.InHand now = links.inHand(tx, link);
        if (sent.step() == null || sent.step() < 1 || sent.step() > now.at() + 1) {
            throw Refusal.conflict("The desk is not at this step. Look again at what is shown; nothing was stored.");
        }
        checkPlace(tx, link, now, sent, kind);
        if (kind == Kind.ANSWER) {
            checkAnswer(now, sent, text);
        }
        long[] counts = store.counts(tx, link.id());
        if (counts[0] >= MOST_WAITING || counts[1] >= MOST_OF_LINK) {
            throw Refusal.tooMany(
                    "The desk has not looked at the last answers yet. Please wait; nothing of this was stored.", 20);
        }
        long waiting = kind != Kind.PICTURE
                ? 0
                : store.waiting(tx, link.number(), link.attempt()).stream()
                        .filter(a -> a.kind() == Kind.PICTURE)
                        .count();
        if (waiting >= MOST_PICTURES_WAITING) {
            throw Refusal.tooMany(
                    "The desk has not looked at the last pictures yet. Please wait; this one was not stored.", 20);
        }
    }

    /** What is answered must be what can be answered there. */
    private void checkPlace(Tx tx, LinkStore.Link link, AtTheDevice.InHand now, Sent sent, Kind kind) {
        boolean isBehind = now.step() == null && sent.step() == now.at() + 1;
        if (LAST.contains(kind) && !isBehind) {
            throw Refusal.conflict("There are steps before this. Nothing was stored.");
        }
        if (OF_STEPS.contains(kind) && isBehind) {
            throw Refusal.conflict("All steps are done. Say whether it works now; nothing was stored.");
        }
        boolean asksTarget = now.step() != null
                && sent.step() == now.at() + 1
                && now.step().target().equals("compare");
        if (kind == Kind.TARGET && !asksTarget) {
            throw Refusal.conflict("The desk does not ask which one it is. Nothing was stored.");
        }
        String item = item(sent);
        if (item != null && !device.hasItem(tx, link.number(), link.attempt(), sent.step() - 1, item)) {
            throw Refusal.conflict("There is nothing of that name in this step. Nothing was stored.");
        }
    }

    private static String item(Sent sent) {
        return sent.item() == null || sent.item().isEmpty() ? null : sent.item();
    }

    /** A question is answered by one of its choices, while its step is in hand. */
    private static void checkAnswer(AtTheDevice.InHand now, Sent sent, String text) {
        if (now.step() == null
                || sent.step() != now.at() + 1
                || sent.about() == null
                || sent.about() < 0
                || sent.about() >= now.step().asks().size()) {
            throw Refusal.conflict("The desk does not ask this now. Nothing was stored.");
        }
        List<String> choices = now.step().asks().get(sent.about()).choices();
        if (!text.equals(DONT_KNOW) && !choices.contains(text)) {
            throw Refusal.invalid("The answer is one of " + String.join(", ", choices) + ". Nothing was stored.");
        }
    }

    /** What is out of a case, and what came back and waits. */
    Shown shown(Caller caller, long number) {
        caller.may(Role.AGENT, Scope.READ, "see cases");
        return db.tx(tx -> {
            reader.row(tx, number);
            List<Waiting> all = reader.attempts(tx, number).stream()
                    .filter(a -> a.running())
                    .flatMap(a -> store.waiting(tx, number, a.id()).stream())
                    .map(a -> waiting(tx, number, a))
                    .toList();
            return new Shown(links.out(tx, number).orElse(null), all);
        });
    }

    private Waiting waiting(Tx tx, long number, AnswerStore.Stored a) {
        AtTheDevice.Preview p = device.preview(tx, number, a.attempt(), answer(a, null));
        return new Waiting(
                a.id(),
                Words.word(a.kind()),
                a.step(),
                a.item(),
                p.title(),
                p.question(),
                p.text(),
                p.marks(),
                p.read(),
                p.sameTarget(),
                a.at());
    }

    private static AtTheDevice.Answer answer(AnswerStore.Stored a, PictureService.Incoming picture) {
        return new AtTheDevice.Answer("device-" + a.id(), a.kind(), a.step(), a.item(), a.about(), a.text(), picture);
    }

    /** A picture that waits. */
    WholePicture picture(Caller caller, long number, long id) {
        caller.may(Role.AGENT, Scope.READ, "see cases");
        return db.tx(tx -> store.find(tx, number, id).flatMap(a -> store.picture(tx, id)))
                .orElseThrow(() -> noSuch(number, id));
    }

    private static Refusal noSuch(long number, long id) {
        return Refusal.notFound("No answer " + id + " from the device of case " + number + " waits.");
    }

    /**
     * Takes an answer into its case, or drops it. One that was taken or dropped already stays as it is.
     *
     * @param minutes how long the fix took, for an answer that ends it; null if only the clock knows
     */
    Shown settle(Caller caller, long number, long id, Boolean take, Double minutes) {
        caller.may(Role.AGENT, Scope.CASES, "work cases");
        if (take == null) {
            throw Refusal.invalid("Say whether it is taken: take is true or false. Nothing was stored.");
        }
        AnswerStore.Stored a = db.tx(tx -> store.find(tx, number, id)).orElseThrow(() -> noSuch(number, id));
        device.take(caller, number, a.attempt(), minutes, tx -> settled(tx, caller, number, id, take));
        links.changed(number);
        return shown(caller, number);
    }

    private Optional<AtTheDevice.Answer> settled(Tx tx, Caller caller, long number, long id, boolean take) {
        AnswerStore.Stored now = store.find(tx, number, id).orElseThrow(() -> noSuch(number, id));
        if (now.state() != AnswerStore.State.WAITING) {
            return Optional.empty();
        }
        PictureService.Incoming picture = now.kind() == Kind.PICTURE && take
                ? store.picture(tx, id)
                        .map(p -> new PictureService.Incoming("from-the-device", p.type(), p.bytes()))
                        .orElseThrow()
                : null;
        store.becomes(tx, id, take ? AnswerStore.State.TAKEN : AnswerStore.State.DROPPED, caller.who());
        return take ? Optional.of(answer(now, picture)) : Optional.empty();
    }
}
