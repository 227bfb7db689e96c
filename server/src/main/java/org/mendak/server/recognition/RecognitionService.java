package org.mendak.server.recognition;

import jakarta.annotation.PreDestroy;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.concurrent.ScheduledExecutorService;
import org.mendak.core.recognise.CaseText;
import org.mendak.core.recognise.Prior;
import org.mendak.core.recognise.Recogniser;
import org.mendak.core.recognise.Recognition;
import org.mendak.core.recognise.Separation;
import org.mendak.core.recognise.SeveralTexts;
import org.mendak.core.recognise.scan.LogScan;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Phase;
import org.mendak.core.runbook.RunbookTitles;
import org.mendak.server.library.LibraryChanged;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Beside;
import org.mendak.server.platform.Limits;
import org.mendak.server.platform.Paced;
import org.mendak.server.platform.Refusal;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;

/** Recognises texts against the published library; what is published is in the index within a moment. */
@Service
public class RecognitionService {

    /** Known errors beside the large index from which on it is built anew. */
    private static final int MERGE_FROM = 200;

    private final LibraryService library;
    private final ObjectProvider<Experience> experience;
    private final ScheduledExecutorService background = Beside.one("index");
    private final Paced learning = new Paced(background, this::relearn);
    private volatile Recogniser recogniser;
    /** Guarded by this for writing. */
    private volatile long edition;
    /** What cases said when the recogniser was made; null if it has to learn anew. */
    private volatile List<CaseText> learned = List.of();

    RecognitionService(LibraryService library, ObjectProvider<Experience> experience) {
        this.library = library;
        this.experience = experience;
        this.recogniser = Recogniser.of(
                library.library().recognisable(), library.library().products());
    }

    /** Puts what changed beside the large index at once; builds a new one in the background when that has grown. */
    @EventListener
    synchronized void changed(LibraryChanged event) {
        recogniser =
                recogniser.with(event.library().recognisable(), event.library().products());
        // an error that was published teaches by cases that it had before
        learned = null;
        edition = edition + 1;
        if (recogniser.behind() >= MERGE_FROM) {
            background.execute(this::merge);
        }
    }

    private void merge() {
        Recogniser fresh = Recogniser.of(
                library.library().recognisable(), library.library().products());
        synchronized (this) {
            recogniser = fresh.with(
                    library.library().recognisable(), library.library().products());
            learned = null;
        }
    }

    /** Takes what cases say into the index, in the background; until then what was known before is used. */
    private void learn() {
        if (told() != learned) {
            learning.ask();
        }
    }

    @EventListener(CasesRead.class)
    void read() {
        learn();
    }

    private List<CaseText> told() {
        Experience e = experience.getIfAvailable();
        return e == null ? learned : e.texts();
    }

    private void relearn() {
        List<CaseText> texts = told();
        Recogniser before = recogniser;
        Recogniser after = before.knowing(texts);
        synchronized (this) {
            // where the library has changed meanwhile, the next who asks starts anew
            if (recogniser == before) {
                recogniser = after;
                learned = texts;
            }
        }
    }

    /** Another number whenever the library that texts are recognised by has changed; what was learned from cases meanwhile does not count. */
    public long edition() {
        return edition;
    }

    /** What is recognised in a text. */
    public Recognition recognise(String text, String product, String version, Phase phase) {
        return recogniser.recognise(query(text, product, version, phase, List.of()));
    }

    /** What is recognised in a text, and what would separate candidates that are close. */
    Answer answer(String text, String product, String version, Phase phase, List<String> denied) {
        Recogniser.Query q = query(text, product, version, phase, denied);
        Recognition r = recogniser.recognise(q);
        Map<String, KnownError> errors = library.library().errors();
        Recognition ordered = new Recognition(r.codes(), Recognition.shown(SeveralTexts.of(List.of(r), errors)));
        return new Answer(ordered, Separation.of(q, ordered, errors));
    }

    /** Candidates, and what to ask to tell them apart. */
    record Answer(Recognition recognition, List<Separation.Ask> asks) {}

    /** What several texts of a case say together, the likeliest first. */
    public List<Recognition.Candidate> together(List<String> texts, String product, String version, Phase phase) {
        List<Recognition> each = texts.stream()
                .map(t -> recogniser.recognise(query(t, product, version, phase, List.of())))
                .toList();
        return Recognition.shown(SeveralTexts.of(each, library.library().errors()));
    }

    /** Cases whose text sounds like this one, the likest first. */
    public List<Long> alike(String text, int most) {
        checkLength(text);
        learn();
        return recogniser.alike(text, most);
    }

    private static void checkLength(String text) {
        if (text.length() > Limits.TEXT) {
            throw Refusal.tooLarge("The text has more than " + Limits.TEXT + " characters. Nothing was stored.");
        }
    }

    private Recogniser.Query query(String text, String product, String version, Phase phase, List<String> denied) {
        checkLength(text);
        learn();
        Experience e = experience.getIfAvailable();
        return new Recogniser.Query(text, product, version, phase, e == null ? Prior.NONE : e.prior(), denied);
    }

    /** A scan of one log for what the published library knows. */
    LogScan scan() {
        return recogniser.scan();
    }

    @PreDestroy
    void stop() {
        background.shutdownNow();
    }

    /** What to try for a product and phase when nothing matches; empty if the library has nothing for them. */
    Optional<KnownError> firstAid(String product, Phase phase) {
        return library.library().errors().values().stream()
                .filter(KnownError::firstAid)
                .filter(e -> product == null
                        || e.products().stream().anyMatch(p -> p.product().equalsIgnoreCase(product.strip())))
                .filter(e -> phase == null || e.phases().isEmpty() || e.phases().contains(phase))
                .min(java.util.Comparator.comparing(KnownError::key));
    }

    /** What the values that were found are called, by their names. */
    Map<String, String> called(Recognition.Candidate c) {
        RunbookTitles titles = RunbookTitles.of(
                library.library().vocabulary(),
                library.library().error(c.error()).orElse(null),
                List.of());
        Map<String, String> called = new TreeMap<>();
        c.captures().keySet().forEach(name -> called.put(name, titles.of(name)));
        return called;
    }
}
