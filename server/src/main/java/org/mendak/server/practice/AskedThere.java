package org.mendak.server.practice;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.mendak.core.language.CommandText;
import org.mendak.core.reading.OutputReader;
import org.mendak.core.reading.Place;
import org.mendak.core.recognise.Recogniser;
import org.mendak.core.recognise.Recognition;
import org.mendak.core.runbook.KnownError;
import org.mendak.practice.PracticeDevice;

/**
 * What comes of a known error's question at a device: a look is typed and read, else whoever is there answers.
 *
 * @param values what is known now, by fact; empty if nothing is
 * @param line what was typed; empty if a person was asked
 * @param printed what came of that, or what they answered
 * @param failed whether it was typed and refused
 */
record AskedThere(Map<String, String> values, String line, String printed, boolean failed) {

    AskedThere {
        values = Map.copyOf(values);
    }

    /** What the message of a known error says, read out of what a screen shows; empty if the error is not surely recognised in it. */
    static Optional<Map<String, String>> said(KnownError error, String shown) {
        // alone it is always the likeliest: it has to be sure of it
        return Recogniser.of(List.of(error))
                .recognise(new Recogniser.Query(shown, null, null, null))
                .candidates()
                .stream()
                .filter(c -> c.band() == Recognition.Band.RECOGNISED)
                .map(Recognition.Candidate::captures)
                .findFirst();
    }

    /**
     * Asks it, or looks.
     *
     * @param known what is known of the case
     * @return empty if a value of the look is not known, or nobody can answer
     */
    static Optional<AskedThere> of(KnownError.Question q, PracticeDevice device, Map<String, String> known) {
        return q.run().isEmpty() ? asked(q, device) : looked(q, device, known);
    }

    private static Optional<AskedThere> asked(KnownError.Question q, PracticeDevice device) {
        return device.answer(q.sets()).map(a -> new AskedThere(Map.of(q.sets(), a), "", a, false));
    }

    private static Optional<AskedThere> looked(
            KnownError.Question q, PracticeDevice device, Map<String, String> known) {
        FilledLine line = FilledLine.of(CommandText.fill("sh", q.run(), known.keySet(), known, Set.of()));
        if (!line.isWhole()) {
            return Optional.empty();
        }
        PracticeDevice.Reply r = device.type(line.text());
        Map<String, String> values = new HashMap<>();
        if (r.status() == 0 && q.capture() != null) {
            List<Place> places = OutputReader.read(q.capture(), r.text(), known);
            if (places.size() == 1) {
                values.putAll(places.get(0).values());
            }
        }
        return Optional.of(new AskedThere(values, line.text(), r.text(), r.status() != 0));
    }
}
