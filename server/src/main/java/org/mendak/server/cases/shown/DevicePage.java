package org.mendak.server.cases.shown;

import java.time.Instant;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.mendak.server.cases.AtTheDevice;
import org.mendak.server.cases.CaseViews;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Words;

/**
 * What the page at the device shows: the step in hand and nothing else of its case.
 *
 * @param step its place from 1; one more than there are steps once all are behind
 * @param item the item of a repeated step that is in hand; null if none is
 * @param when only where this holds; empty if always
 * @param wanted what the desk wants to know from what is shown
 * @param gate read-out while the desk waits to hear which target the device shows, wait while it must make sure of something else, or empty
 * @param verify what is tried again; empty while a step is in hand
 * @param sent what was answered here about this step, the newest first
 */
record DevicePage(
        int step,
        int steps,
        String title,
        @OrNull String item,
        String when,
        List<String> cautions,
        String prose,
        List<Command> commands,
        String behind,
        List<CaseViews.Prompt> prompts,
        List<CaseViews.ToGet> gets,
        List<String> expect,
        String doneWhen,
        double minutes,
        String destroys,
        String gate,
        List<Question> questions,
        List<String> wanted,
        List<String> verify,
        List<Sent> sent,
        Instant until) {

    /** A command to type; {@code before} is to be read before it. */
    record Command(String before, String text) {}

    /** A question of the step, by its place; {@code answer} is null until the desk has taken one. */
    record Question(
            int about,
            String text,
            List<String> choices,
            @OrNull String answer) {}

    /** What was answered, and whether it waits for the desk, was taken or dropped. */
    record Sent(String kind, String text, String state) {}

    /** As much of an answer as is shown where it was given. */
    private static final int START = 80;

    static DevicePage of(AtTheDevice.InHand now, List<AnswerStore.Stored> sent, Instant until) {
        List<Sent> said = sent.stream()
                .map(a -> new Sent(
                        Words.word(a.kind()),
                        a.text().substring(0, Math.min(START, a.text().length())),
                        Words.word(a.state())))
                .toList();
        CaseViews.FilledStep s = now.step();
        return s == null ? behind(now, said, until) : inHand(now, s, said, until);
    }

    private static DevicePage behind(AtTheDevice.InHand now, List<Sent> said, Instant until) {
        return new DevicePage(
                now.at() + 1,
                now.steps(),
                "",
                null,
                "",
                List.of(),
                "",
                List.of(),
                "",
                List.of(),
                List.of(),
                List.of(),
                "",
                0,
                "",
                "",
                List.of(),
                List.of(),
                now.verify(),
                said,
                until);
    }

    private static DevicePage inHand(AtTheDevice.InHand now, CaseViews.FilledStep s, List<Sent> said, Instant until) {
        boolean shut = !s.destroys().isEmpty() && s.commands().isEmpty();
        return new DevicePage(
                now.at() + 1,
                now.steps(),
                s.title(),
                now.item(),
                s.applies().equals("depends") ? s.when() : "",
                s.cautions(),
                s.prose(),
                s.commands().stream()
                        .filter(c -> c.item().isEmpty() || c.item().equals(now.item()))
                        .map(c -> new Command(c.before(), text(c)))
                        .toList(),
                s.behind(),
                s.answers(),
                s.gets().stream().filter(g -> !g.applies().equals("no")).toList(),
                Stream.concat(s.expect().stream(), Stream.of(s.nothingShows()))
                        .filter(t -> !t.isEmpty())
                        .toList(),
                s.doneWhen(),
                s.minutes(),
                s.destroys(),
                shut && s.target().equals("compare") && !s.must().held()
                        ? "read-out"
                        : shut || s.must().held() ? "wait" : "",
                IntStream.range(0, s.asks().size())
                        .mapToObj(i -> new Question(
                                i,
                                s.asks().get(i).text(),
                                s.asks().get(i).choices(),
                                s.asks().get(i).answer()))
                        .toList(),
                s.captures().stream()
                        .filter(c -> c.item().isEmpty() || c.item().equals(now.item()))
                        .filter(c -> c.how().isEmpty() || c.how().equals("several"))
                        .flatMap(c -> c.wanted().stream().map(w -> w.title()))
                        .distinct()
                        .toList(),
                List.of(),
                said,
                until);
    }

    private static String text(CaseViews.Command c) {
        StringBuilder all = new StringBuilder();
        c.pieces().forEach(p -> all.append(p.text()));
        return all.toString();
    }
}
