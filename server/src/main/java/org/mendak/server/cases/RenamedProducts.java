package org.mendak.server.cases;

import java.util.List;
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
        locks.changed(event.tx(), store.renameProduct(event.tx(), event.from(), event.to()), List.of());
    }
}
