package org.mendak.core.recognise;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.mendak.core.language.ProductRange;
import org.mendak.core.recognise.codes.CodeHit;
import org.mendak.core.recognise.codes.CodeReader;
import org.mendak.core.recognise.match.Finder;
import org.mendak.core.recognise.match.Segment;
import org.mendak.core.recognise.match.SpokenIndex;
import org.mendak.core.recognise.scan.ScanIndex;
import org.mendak.core.recognise.words.TextWords;
import org.mendak.core.runbook.KnownError;

/** A library as it is indexed: most of it in a large part, and beside it what was changed since. Immutable. */
final class IndexedLibrary {

    /** The most of the library. */
    private final Segment base;
    /** What was changed since, with what replaces it; null if nothing was. */
    private final Segment overlay;

    private final Map<String, KnownError> baseErrors;
    private final Map<String, KnownError> overlayErrors;
    /** Keys in the base that were changed or removed since. */
    private final Set<String> hidden;
    /** What was said of a product, by its name, when the base was indexed. */
    private final Map<String, String> baseProducts;
    /** Made when first asked for; making it twice does no harm. */
    private volatile ScanIndex scanIndex;

    private IndexedLibrary(
            Map<String, String> products,
            Map<String, String> baseProducts,
            Segment base,
            Map<String, KnownError> baseErrors,
            Map<String, KnownError> overlayErrors,
            Set<String> hidden) {
        this.baseProducts = baseProducts;
        this.base = base;
        this.baseErrors = baseErrors;
        this.overlayErrors = overlayErrors;
        this.hidden = hidden;
        this.overlay = overlayErrors.isEmpty() ? null : new Segment(overlayErrors.values(), products, base);
    }

    /** O(length of all errors). */
    static IndexedLibrary of(Collection<KnownError> errors, Map<String, String> products) {
        Map<String, KnownError> byKey = new LinkedHashMap<>();
        errors.forEach(e -> byKey.put(e.key(), e));
        Map<String, String> said = Map.copyOf(products);
        return new IndexedLibrary(said, said, new Segment(byKey.values(), said, null), byKey, Map.of(), Set.of());
    }

    /** The same with what differs indexed anew. O(number of errors + length of those that differ). */
    IndexedLibrary with(Collection<KnownError> errors, Map<String, String> products) {
        Map<String, String> said = Map.copyOf(products);
        Map<String, KnownError> changed = new LinkedHashMap<>();
        Set<String> gone = new HashSet<>(baseErrors.keySet());
        for (KnownError e : errors) {
            KnownError before = baseErrors.get(e.key());
            if ((e == before || e.equals(before)) && isSaidTheSame(e, said)) {
                gone.remove(e.key());
            } else {
                changed.put(e.key(), e);
            }
        }
        return new IndexedLibrary(said, baseProducts, base, baseErrors, changed, gone);
    }

    private boolean isSaidTheSame(KnownError e, Map<String, String> now) {
        return e.products().stream()
                .map(ProductRange::product)
                .allMatch(p -> Objects.equals(baseProducts.get(p), now.get(p)));
    }

    int behind() {
        return overlayErrors.size() + hidden.size();
    }

    int signatures() {
        return overlay == null ? base.signatures() : overlay.signatures();
    }

    /** The known error of this key; null if there is none, or none any more. */
    KnownError error(String key) {
        KnownError changed = overlayErrors.get(key);
        return changed != null || hidden.contains(key) ? changed : baseErrors.get(key);
    }

    ScanIndex scanIndex() {
        ScanIndex index = scanIndex;
        if (index == null) {
            index = new ScanIndex(overlay == null ? List.of(base) : List.of(base, overlay), hidden);
            scanIndex = index;
        }
        return index;
    }

    List<CodeHit> codes(String text) {
        return CodeReader.read(text, key -> base.knowsCode(key) || overlay != null && overlay.knowsCode(key));
    }

    List<KnownError> owners(String codeKey) {
        List<KnownError> owners = new ArrayList<>(base.owners(codeKey));
        owners.removeIf(e -> hidden.contains(e.key()));
        if (overlay != null) {
            owners.addAll(overlay.owners(codeKey));
        }
        return owners;
    }

    List<Finder.InSegment> find(TextWords words) {
        return overlay == null
                ? List.of(Finder.find(words, base, hidden))
                : List.of(Finder.find(words, base, hidden), Finder.find(words, overlay, Set.of()));
    }

    /** What terms are worth by the large part. */
    SpokenIndex spoken() {
        return base.sayings.index();
    }
}
