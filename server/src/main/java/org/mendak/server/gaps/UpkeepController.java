package org.mendak.server.gaps;

import java.util.List;
import org.mendak.core.runbook.Problem;
import org.mendak.server.platform.Caller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What the desk's own records say against a document; asked for in the background. */
@RestController
@RequestMapping("/api/upkeep")
class UpkeepController {

    private final UpkeepService upkeep;

    UpkeepController(UpkeepService upkeep) {
        this.upkeep = upkeep;
    }

    @GetMapping("/errors/{key}")
    List<Problem> error(Caller caller, @PathVariable String key) {
        return upkeep.ofError(caller, key);
    }

    @GetMapping("/fixes/{key}")
    List<Problem> fix(Caller caller, @PathVariable String key) {
        return upkeep.ofFix(caller, key);
    }
}
