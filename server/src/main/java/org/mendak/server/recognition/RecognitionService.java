package org.mendak.server.recognition;

import java.util.Optional;
import org.mendak.core.recognise.Recogniser;
import org.mendak.core.recognise.Recognition;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Phase;
import org.mendak.server.library.LibraryChanged;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Limits;
import org.mendak.server.platform.Refusal;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;

/** Recognises texts against the published library; the index is replaced as one reference when something is published. */
@Service
public class RecognitionService {

    private final LibraryService library;
    private volatile Recogniser recogniser;

    RecognitionService(LibraryService library) {
        this.library = library;
        this.recogniser = Recogniser.of(library.library().recognisable());
    }

    @EventListener
    void changed(LibraryChanged event) {
        recogniser = Recogniser.of(event.library().recognisable());
    }

    /** What is recognised in a text. */
    public Recognition recognise(Recogniser.Query query) {
        if (query.text().length() > Limits.TEXT) {
            throw Refusal.tooLarge("The text has more than " + Limits.TEXT + " characters. Nothing was stored.");
        }
        return recogniser.recognise(query);
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
}
