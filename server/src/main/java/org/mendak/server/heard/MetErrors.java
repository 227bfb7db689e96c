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
        return (error, product, phase) -> {
            Map<String, Long> of = product == null ? null : byProduct.get(product.toLowerCase(Locale.ROOT));
            if (of == null || sum(of) < ENOUGH) {
                of = byProduct.getOrDefault("", Map.of());
            }
            return of.isEmpty() ? 1 : (of.getOrDefault(error, 0L) + 1.0) / (sum(of) / (double) of.size() + 1);
        };
    }

    private static long sum(Map<String, Long> counts) {
        return counts.values().stream().mapToLong(Long::longValue).sum();
    }
}
