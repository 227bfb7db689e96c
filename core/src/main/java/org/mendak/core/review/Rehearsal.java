package org.mendak.core.review;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.mendak.core.recognise.Recogniser;
import org.mendak.core.recognise.Recognition;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Signature;

/** What would be recognised otherwise if a known error were published as it is written now, gone through on texts of the past. */
public final class Rehearsal {

    /** As many texts as are named of each kind; the others are counted. */
    public static final int MOST_NAMED = 20;

    private static final Pattern NAME = Pattern.compile("\\{([A-Za-z_][A-Za-z0-9_.-]{0,60})\\}");
    private static final int EXCERPT = 160;

    /**
     * A text of a past case, or a sample.
     *
     * @param number the case's; 0 for a sample
     * @param error the known error that it is about; null if none is
     */
    public record Past(long number, String error, String text) {}

    /** A text that would be told of; {@code excerpt} is its beginning in one line. */
    public record Told(long number, String error, String excerpt) {}

    /** Texts of one kind: how many there are, and the newest of them. */
    public record Group(int count, List<Told> newest) {

        static final Group NONE = new Group(0, List.of());
    }

    /**
     * What came of it.
     *
     * @param looked how many texts were looked at
     * @param kept texts that are recognised as this error before and after
     * @param caught texts of its own cases, or of cases about no known error, that would be recognised now
     * @param stolen texts of cases about another error that would be recognised as this one now
     * @param lost texts that would not be recognised as this one any more
     * @param blanks in how many of its own texts a value that a fix is given would be missing, by its name
     */
    public record Heard(int looked, int kept, Group caught, Group stolen, Group lost, Map<String, Integer> blanks) {

        /** Where nothing was looked at. */
        public static final Heard NOTHING = new Heard(0, 0, Group.NONE, Group.NONE, Group.NONE, Map.of());
    }

    private final KnownError edited;
    private final Function<String, List<KnownError>> rivals;
    /** By the keys of who stands together, and by which of the two it is that stands among them: an error itself is long to compare. */
    private final Map<List<String>, Recogniser> together = new HashMap<>();

    private Rehearsal(KnownError edited, Function<String, List<KnownError>> rivals) {
        this.edited = edited;
        this.rivals = rivals;
    }

    /**
     * Goes through texts. Each that has words in common with what is said of it is tried on this error alone first; where that recognises it, it stands beside what else the library thinks
     * of that text, and the likelier one has it.
     *
     * @param published what readers see of it; null if it is new
     * @param rivals what the library takes a text for, the likeliest first; this error may be among them
     * @param texts the newest first
     * @param each told before each text; what it throws ends the going through
     */
    public static Heard of(
            KnownError edited,
            KnownError published,
            Function<String, List<KnownError>> rivals,
            List<Past> texts,
            Runnable each) {
        return new Rehearsal(edited, rivals).through(published, texts, each);
    }

    /** What an error is recognised by, now and as readers see it: signatures of one that is not published are its own alone. */
    public static List<Signature> signatures(KnownError edited, KnownError published) {
        return Stream.concat(
                        edited.signatures().stream(),
                        published == null ? Stream.empty() : published.signatures().stream())
                .toList();
    }

    private Heard through(KnownError published, List<Past> texts, Runnable each) {
        Recogniser now = alone(edited);
        Recogniser before = published == null ? null : alone(published);
        boolean same = published != null && recognisedBy(edited).equals(recognisedBy(published));
        Set<String> said = ShelfIndex.wordsOf(edited, published);
        List<Past> caught = new ArrayList<>();
        List<Past> stolen = new ArrayList<>();
        List<Past> lost = new ArrayList<>();
        Map<String, Integer> blanks = new LinkedHashMap<>();
        int kept = 0;
        for (Past p : texts) {
            each.run();
            if (!ByWords.shareWords(said, p.text())) {
                continue;
            }
            boolean its = edited.key().equals(p.error());
            Optional<Recognition.Candidate> mine = candidate(now, p.text());
            Optional<Recognition.Candidate> was =
                    same ? mine : before == null ? Optional.empty() : candidate(before, p.text());
            if (mine.isEmpty() && was.isEmpty()) {
                continue;
            }
            List<KnownError> others = rivals.apply(p.text()).stream()
                    .filter(e -> !e.key().equals(edited.key()))
                    .toList();
            boolean has = mine.isPresent() && comesFirst(edited, others, p.text());
            boolean had = same ? has : was.isPresent() && comesFirst(published, others, p.text());
            if (has && had) {
                kept++;
            } else if (has) {
                (its || p.error() == null ? caught : stolen).add(p);
            } else if (had) {
                lost.add(p);
            }
            if (has && (its || p.error() == null)) {
                missing(mine.get()).forEach(name -> blanks.merge(name, 1, Integer::sum));
            }
        }
        return new Heard(texts.size(), kept, group(caught), group(stolen), group(lost), blanks);
    }

    /** All that recognition goes by; while something else is written there is no need to look twice. */
    private static List<Object> recognisedBy(KnownError e) {
        return List.of(
                e.title(),
                e.phases(),
                e.products(),
                e.signatures().stream().map(s -> List.of(s.kind(), s.text())).toList(),
                e.samples().stream().map(KnownError.Sample::text).toList());
    }

    private static Recogniser alone(KnownError e) {
        return Recogniser.of(List.of(e));
    }

    private static Optional<Recognition.Candidate> candidate(Recogniser by, String text) {
        return by.recognise(new Recogniser.Query(text, null, null, null)).candidates().stream()
                .filter(c -> c.band() != Recognition.Band.GUESS)
                .findFirst();
    }

    private boolean comesFirst(KnownError e, List<KnownError> others, String text) {
        if (others.isEmpty()) {
            return true;
        }
        List<KnownError> all = new ArrayList<>(others);
        all.add(e);
        // the same few stand beside each other again and again
        List<String> names = new ArrayList<>(all.stream().map(KnownError::key).toList());
        names.add(e == edited ? "edited" : "published");
        List<Recognition.Candidate> found = together.computeIfAbsent(names, k -> Recogniser.of(all))
                .recognise(new Recogniser.Query(text, null, null, null))
                .candidates();
        return !found.isEmpty() && found.get(0).error().equals(e.key());
    }

    /** Values that fixes are given and that this text does not tell; a look or a question may tell them still. */
    private List<String> missing(Recognition.Candidate c) {
        List<String> asked = edited.questions().stream()
                .flatMap(q -> Stream.concat(
                        Stream.of(q.sets()),
                        q.capture() == null ? Stream.<String>of() : q.capture().names().keySet().stream()))
                .toList();
        return edited.tries().stream()
                .flatMap(t -> t.with().values().stream())
                .flatMap(v -> {
                    List<String> names = new ArrayList<>();
                    Matcher m = NAME.matcher(v);
                    while (m.find()) {
                        names.add(m.group(1));
                    }
                    return names.stream();
                })
                .distinct()
                .filter(name -> !c.captures().containsKey(name) && !asked.contains(name))
                .toList();
    }

    private static Group group(List<Past> texts) {
        return new Group(
                texts.size(),
                texts.stream()
                        .limit(MOST_NAMED)
                        .map(p -> new Told(p.number(), p.error(), excerpt(p.text())))
                        .toList());
    }

    private static String excerpt(String text) {
        String line = text.strip().replaceAll("\\s+", " ");
        return line.length() > EXCERPT ? line.substring(0, EXCERPT) + "…" : line;
    }
}
