package org.mendak.core.reading;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.mendak.core.language.Template;
import org.mendak.core.language.ValueType;
import org.mendak.core.runbook.Capture;

/** Reads what a document captures out of what a device shows. */
public final class OutputReader {

    /** The most places that are told; whoever has more before them reads them on the device. */
    public static final int MOST = 200;

    /** Work for one clause in one output, in characters looked at: about a tenth of a second. */
    private static final long WORK = 5_000_000;

    /** What callers say when there is nothing to read out; no value. */
    private static final Set<String> NOTHING =
            Set.of("none", "nothing", "no", "yes", "empty", "blank", "unknown", "error", "n/a", "null", "-");

    private OutputReader() {}

    /**
     * The places that fit, in the order of the output, each with other values than those before it; empty if nothing fits. At most {@link
     * #MOST}; linear in the output, with bounded work for each line.
     *
     * @param known what is known already, by name: it tells a table's row
     */
    public static List<Place> read(Capture capture, String output, Map<String, String> known) {
        List<ShownLine> lines =
                ShownLine.of(output, capture.names().containsValue(ValueType.LIST) && capture.template() != null);
        List<Place> places = new ArrayList<>();
        if (capture.template() == null) {
            places.addAll(TableReader.places(capture, lines, known, MOST));
        } else {
            long[] left = {WORK};
            for (int i = 0; i < lines.size() && places.size() < MOST && left[0] > 0; i++) {
                if (!lines.get(i).isBlank()) {
                    places.addAll(LineMatcher.places(capture.template(), lines.get(i), left));
                }
            }
            if (places.isEmpty()) {
                wrapped(capture, lines, places, left);
            }
        }
        Set<Map<String, String>> seen = new HashSet<>();
        return places.stream().filter(p -> seen.add(p.values())).limit(MOST).toList();
    }

    /** Lines that a narrow window has wrapped within the author's own words; a value is never put together of two lines. */
    private static void wrapped(Capture capture, List<ShownLine> lines, List<Place> places, long[] left) {
        for (int i = 0; i + 1 < lines.size() && places.size() < MOST && left[0] > 0; i++) {
            int before = lines.get(i).last();
            int behind = lines.get(i + 1).first();
            if (before < 0 || behind < 0) {
                continue;
            }
            ShownLine both = ShownLine.joined(lines.get(i), lines.get(i + 1));
            LineMatcher.places(capture.template(), both, left).stream()
                    .filter(p -> p.spans().stream().noneMatch(s -> s.from() <= behind && s.to() > before))
                    .filter(p -> p.spans().stream().anyMatch(s -> s.from() > behind)
                            || capture.template().parts().get(0) instanceof Template.Placeholder)
                    .forEach(places::add);
        }
    }

    /** Whether a text that somebody typed may stand for a value of this type, whole. */
    public static boolean fits(ValueType type, String typed) {
        return WholeValue.fits(type, typed);
    }

    /**
     * One word that somebody on the phone said, taken for the one value that is still to be read; empty if it is none. A text is never
     * taken so: any line would be one.
     *
     * @param capture what is still to be read; with one name only
     */
    public static List<Place> heard(Capture capture, String said) {
        String word = said.strip();
        if (capture.names().size() != 1
                || capture.every()
                || word.isEmpty()
                || word.length() > 400
                || word.contains("\n")) {
            return List.of();
        }
        Map.Entry<String, ValueType> one = capture.names().entrySet().iterator().next();
        ValueType type = one.getValue();
        boolean right = WholeValue.fits(type, word)
                && !NOTHING.contains(word.toLowerCase(Locale.ROOT))
                && switch (type) {
                    case TEXT, LIST -> false;
                    case PATH -> WholeValue.isRooted(word);
                    case FILE -> WholeValue.isRooted(word) || word.matches("\\S+\\.\\w{1,8}");
                    default -> true;
                };
        if (!right) {
            return List.of();
        }
        int from = said.indexOf(word);
        return List.of(new Place(
                Map.of(one.getKey(), word), List.of(new Place.Span(one.getKey(), from, from + word.length())), word));
    }
}
