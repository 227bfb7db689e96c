package org.mendak.server.cases.runbook;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendak.core.runbook.Fix;
import org.mendak.core.runbook.FixValues;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.RunbookTitles;
import org.mendak.core.runbook.Vocabulary;
import org.mendak.core.runbook.WorkedStep;
import org.mendak.server.library.Library;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Tx;

/** The documents of one case as it keeps them; what it does not keep is the published one. Lives as long as its transaction. */
public final class CaseRunbook {

    private final Tx tx;
    private final LibraryService library;
    private final Map<String, Integer> pins;
    private final String errorKey;
    private final Optional<KnownError> error;
    private final Map<String, Optional<Fix>> fixes = new HashMap<>();
    private final Map<String, List<WorkedStep>> steps = new HashMap<>();
    private RunbookTitles titles;

    CaseRunbook(Tx tx, LibraryService library, Map<String, Integer> pins, String errorKey) {
        this.tx = tx;
        this.library = library;
        this.pins = Map.copyOf(pins);
        this.errorKey = errorKey;
        Integer pinned = pins.get("error/" + errorKey);
        error = errorKey == null
                ? Optional.empty()
                : pinned == null ? library.library().error(errorKey) : library.errorAt(tx, errorKey, pinned);
    }

    String errorKey() {
        return errorKey;
    }

    /** The known error; empty if none was recognised, or it is gone. */
    public Optional<KnownError> error() {
        return error;
    }

    /** A fix; empty if there is none of that key. */
    public Optional<Fix> fix(String key) {
        return fixes.computeIfAbsent(key, k -> {
            Integer pinned = pins.get("fix/" + k);
            return pinned == null ? library.library().fix(k) : library.fixAt(tx, k, pinned);
        });
    }

    /** What a fix is called; its key if it is gone. */
    public String titleOf(String key) {
        return fix(key).map(Fix::title).orElse(key);
    }

    /** The fixes of the known error, by key; those that are gone are missing. */
    public Map<String, Fix> fixes() {
        Map<String, Fix> all = new HashMap<>();
        error.ifPresent(e -> Library.fixKeys(e).forEach(k -> fix(k).ifPresent(f -> all.put(k, f))));
        return all;
    }

    /** A fix's steps as a case numbers them, those of its parts in place; empty if it is gone. */
    public List<WorkedStep> steps(String key) {
        List<WorkedStep> known = steps.get(key);
        if (known == null) {
            known = fix(key).map(f -> WorkedStep.of(f, this::fix)).orElse(List.of());
            steps.put(key, known);
        }
        return known;
    }

    /** How the known error lists a fix; empty if it does not. */
    public Optional<KnownError.TryItem> listed(String fix) {
        return error.stream()
                .flatMap(e -> e.tries().stream())
                .filter(t -> t.fix().equals(fix))
                .findFirst();
    }

    /** What the commands of a fix's steps are filled with: the case's values, and what its known error hands in. */
    public Map<String, String> values(String fix, Map<String, String> known) {
        return FixValues.of(listed(fix).map(KnownError.TryItem::with).orElse(Map.of()), known);
    }

    /** What the facts and values of the case are called. */
    public RunbookTitles titles() {
        if (titles == null) {
            titles = RunbookTitles.of(vocabulary(), error.orElse(null), fixes().values());
        }
        return titles;
    }

    /** The words of the desk, which no case keeps. */
    public Vocabulary vocabulary() {
        return library.library().vocabulary();
    }

    /** What was published anew since the case kept it, as "error/key" or "fix/key", sorted. */
    public List<String> newer() {
        Map<String, Integer> now = library.library().revisions();
        return pins.entrySet().stream()
                .filter(e -> now.getOrDefault(e.getKey(), 0) > e.getValue())
                .map(Map.Entry::getKey)
                .sorted()
                .toList();
    }
}
