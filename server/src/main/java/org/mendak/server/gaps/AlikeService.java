package org.mendak.server.gaps;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.mendak.core.drafting.Drafting;
import org.mendak.core.drafting.Following;
import org.mendak.core.drafting.WorkedCase;
import org.mendak.server.cases.WorkedCases;
import org.mendak.server.cases.WorkedTime;
import org.mendak.server.gaps.GapStore.Unknown;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Limits;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.springframework.stereotype.Service;

/** Until there is a runbook: what other cases of the same shape came to. */
@Service
class AlikeService {

    private static final int SOLVED = 3;
    private static final int OPEN = 5;
    private final Db db;
    private final UnknownShapes unknown;
    private final WorkedCases cases;

    AlikeService(Db db, UnknownShapes unknown, WorkedCases cases) {
        this.db = db;
        this.unknown = unknown;
        this.cases = cases;
    }

    /**
     * Other cases of a shape.
     *
     * @param guess whether they are only thought to be of it, because it is told in other words
     * @param cases their numbers, the newest first, as many as go into one draft with this one
     * @param solved those that ended well and how, those whose steps are known first, then the newest
     * @param open those that somebody works on
     * @param draft the draft that was made of one of them; null if none was
     */
    record Alike(
            int count,
            boolean guess,
            List<Long> cases,
            List<Solved> solved,
            List<Open> open,
            @OrNull String draft) {}

    /**
     * A case that ended well.
     *
     * @param minutes from its beginning to its end; null if it was not worked all the time
     * @param endedBy what ended it; empty if nobody wrote it down
     * @param steps those, with the values of this case's text in their commands
     */
    record Solved(
            long number,
            Who agent,
            Instant closedAt,
            @OrNull Double minutes,
            String endedBy,
            List<Step> steps) {}

    /** A step to follow. */
    record Step(String did, String command) {}

    /** A case that somebody works on, and what was tried there. */
    record Open(long number, Who agent, @OrNull String device, Instant openedAt, List<String> tried) {}

    /** What became of others like this case. */
    Alike ofCase(Caller caller, long number) {
        caller.may(Role.AGENT, Scope.READ, "see cases");
        return db.tx(tx -> {
            WorkedCases.Whole whole = cases.of(tx, List.of(number)).get(0);
            String text = String.join("\n", whole.worked().texts());
            return whole.row().errorKey() != null || text.isBlank()
                    ? new Alike(0, false, List.of(), List.of(), List.of(), null)
                    : alike(tx, text, number, whole.worked().steps());
        });
    }

    /** What became of cases that said such a thing. */
    Alike ofText(Caller caller, String text) {
        caller.may(Role.AGENT, Scope.READ, "see cases");
        if (text == null || text.isBlank() || text.length() > Limits.TEXT) {
            throw Refusal.invalid("Send the text, of 1 to " + Limits.TEXT + " characters.");
        }
        return db.tx(tx -> alike(tx, text, -1, List.of()));
    }

    private Alike alike(Tx tx, String text, long but, List<WorkedCase.Done> done) {
        UnknownShapes.Grouped g = unknown.grouped(tx);
        List<Integer> sure = UnknownShapes.without(g, g.like(text), but);
        List<Integer> others = sure.isEmpty() ? g.meantBy(text, but) : sure;
        List<Unknown> all = others.stream().map(g.cases()::get).toList();
        List<Unknown> solved = all.stream().filter(Unknown::solved).limit(50).toList();
        List<Unknown> open = all.stream().filter(Unknown::open).limit(OPEN).toList();
        List<Long> numbers = new ArrayList<>();
        solved.forEach(c -> numbers.add(c.number()));
        open.forEach(c -> numbers.add(c.number()));
        var worked = cases.of(tx, numbers).stream()
                .collect(Collectors.toMap(w -> w.worked().number(), WorkedCases.Whole::worked));
        List<Solved> ended = solved.stream()
                .map(c -> solved(c, worked.get(c.number()), text, done))
                .sorted(Comparator.comparing((Solved s) -> s.steps().isEmpty()).thenComparing(s -> -s.number()))
                .limit(SOLVED)
                .toList();
        List<Open> working = open.stream()
                .map(c -> new Open(c.number(), c.agent(), c.device(), c.openedAt(), tried(worked.get(c.number()))))
                .toList();
        Optional<String> draft =
                all.stream().map(Unknown::draft).filter(d -> d != null).findFirst();
        return new Alike(
                all.size(),
                sure.isEmpty() && !all.isEmpty(),
                all.stream()
                        .map(Unknown::number)
                        .limit(Drafting.MOST_CASES - 1L)
                        .toList(),
                ended,
                working,
                draft.orElse(null));
    }

    private static Solved solved(Unknown c, WorkedCase w, String here, List<WorkedCase.Done> done) {
        String there = String.join("\n", w.texts());
        WorkedCase.Ended ended = w.ended();
        List<String> commands = Following.commands(ended.steps(), there, here, done);
        Duration took = Duration.between(c.openedAt(), c.closedAt());
        return new Solved(
                c.number(),
                c.agent(),
                c.closedAt(),
                took.compareTo(WorkedTime.PLAUSIBLE) > 0
                        ? null
                        : Math.max(1, Math.round(took.toSeconds() / 60.0)) * 1.0,
                ended.title(),
                IntStream.range(0, commands.size())
                        .mapToObj(i -> new Step(ended.steps().get(i).did(), commands.get(i)))
                        .toList());
    }

    private static List<String> tried(WorkedCase w) {
        return w.steps().stream()
                .map(s -> s.did().isBlank() ? s.command() : s.did())
                .limit(OPEN)
                .toList();
    }
}
