package org.mendak.server.heard;

import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.mendak.core.recognise.Prior;

/** How often known errors are met, counted over cases. */
final class MetErrors {

    /** Fewer cases of a product say less than those of the whole desk. */
    private static final long ENOUGH = 30;

    private static final Of NOTHING = new Of(Map.of(), 0);

    private MetErrors() {}

    /** Each error's count over the average, one case added to both; of the product's cases if there are enough. */
    static Prior prior(List<HeardStore.Met> cases) {
        Map<String, Map<String, Long>> byProduct = new HashMap<>();
        for (HeardStore.Met m : cases) {
            byProduct.computeIfAbsent("", k -> new HashMap<>()).merge(m.error(), m.count(), Long::sum);
            if (m.product() != null) {
                byProduct
                        .computeIfAbsent(m.product().toLowerCase(Locale.ROOT), k -> new HashMap<>())
                        .merge(m.error(), m.count(), Long::sum);
            }
        }
        Map<String, Of> summed = new HashMap<>();
        byProduct.forEach((product, of) -> summed.put(product, new Of(of, sum(of))));
        return (error, product, phase) -> {
            Of of = product == null ? null : summed.get(product.toLowerCase(Locale.ROOT));
            if (of == null || of.sum() < ENOUGH) {
                of = summed.getOrDefault("", NOTHING);
            }
            return of.counts().isEmpty()
                    ? 1
                    : (of.counts().getOrDefault(error, 0L) + 1.0)
                            / (of.sum() / (double) of.counts().size() + 1);
        };
    }

    /** Asked for each known error that a text may mean, so what there is of all is summed once. */
    private record Of(Map<String, Long> counts, long sum) {}

    private static long sum(Map<String, Long> counts) {
        return counts.values().stream().mapToLong(Long::longValue).sum();
    }
}
