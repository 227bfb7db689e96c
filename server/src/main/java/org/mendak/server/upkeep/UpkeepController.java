package org.mendak.server.upkeep;

import java.time.LocalDate;
import java.util.List;
import org.mendak.core.runbook.Problem;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.FromCaller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What wants looking after; and what the desk's own records say against one document, asked for in the background. */
@RestController
@RequestMapping("/api/upkeep")
class UpkeepController {

    /** {@code owner} and {@code seenOwner} are sign-in names; what is null is taken away. */
    @FromCaller
    record MarkBody(String item, String owner, String seenOwner, LocalDate due, LocalDate snoozed, String note) {}

    private final UpkeepService upkeep;
    private final Worklist list;

    UpkeepController(UpkeepService upkeep, Worklist list) {
        this.upkeep = upkeep;
        this.list = list;
    }

    /** Everything that wants looking after; with {@code snoozed} what was put off instead. */
    @GetMapping
    Worklist.Upkeep list(Caller caller, @RequestParam(defaultValue = "false") boolean snoozed) {
        return list.list(caller, snoozed);
    }

    /** Who looks after an item, until when, and whether it is put off. */
    @PutMapping("/marks")
    Worklist.Item mark(Caller caller, @RequestBody MarkBody body) {
        return list.mark(
                caller,
                new Worklist.Said(
                        body.item(), body.owner(), body.seenOwner(), body.due(), body.snoozed(), body.note()));
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
