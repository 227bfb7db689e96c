package org.mendak.server.cases;

import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;
import org.mendak.server.library.ProductRenamed;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Cases follow when a product is called otherwise: it is the same one, and what was measured of it stays its own. */
@Component
class RenamedProducts {

    private final CaseStore store;
    private final CaseLocks locks;

    RenamedProducts(CaseStore store, CaseLocks locks) {
        this.store = store;
        this.locks = locks;
    }

    @EventListener
    void renamed(ProductRenamed event) {
        List<CaseStore.About> cases = store.renameProduct(event.tx(), event.from(), event.to());
        locks.opened(event.tx(), cases.stream().map(CaseStore.About::number).toList());
        locks.changed(
                event.tx(),
                cases.stream()
                        .map(CaseStore.About::error)
                        .filter(Objects::nonNull)
                        .collect(Collectors.toSet()),
                List.of());
    }
}
