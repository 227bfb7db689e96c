package org.mendak.server.planning;

import java.util.HashMap;
import java.util.Map;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.FreeQuery;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
class PlanController {

    private final PlanService plans;

    PlanController(PlanService plans) {
        this.plans = plans;
    }

    @GetMapping("/api/cases/{n}/plan")
    PlanView ofCase(Caller caller, @PathVariable long n) {
        return plans.ofCase(caller, n).map(PlanView::of).orElseGet(PlanView::none);
    }

    /** The plan for a case with these facts, given as {@code fact.name=value}. */
    @GetMapping("/api/errors/{key}/plan")
    PlanView ofError(Caller caller, @PathVariable String key, @FreeQuery @RequestParam Map<String, String> query) {
        Map<String, String> facts = new HashMap<>();
        query.forEach((name, value) -> {
            if (name.startsWith("fact.") && !value.isBlank()) {
                facts.put(name.substring(5), value);
            }
        });
        return PlanView.of(plans.ofError(caller, key, facts));
    }
}
