package org.mendak.server.cases.flags;

import java.util.List;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.FromCaller;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Flags on steps over HTTP. */
@RestController
class FlagController {

    @FromCaller
    record FlagBody(String fix, Integer step, String kind, String text) {}

    @FromCaller
    record FlagAnswer(String text, Boolean mended) {}

    private final FlagService flags;

    FlagController(FlagService flags) {
        this.flags = flags;
    }

    @GetMapping("/api/cases/{n}/flags")
    List<FlagService.Flag> ofCase(Caller caller, @PathVariable long n) {
        return flags.ofCase(caller, n);
    }

    /** Says of a step that it is wrong, unclear or outdated. */
    @PostMapping("/api/cases/{n}/flags")
    @ResponseStatus(HttpStatus.CREATED)
    FlagService.Flag flag(Caller caller, @PathVariable long n, @RequestBody FlagBody body) {
        return flags.flag(caller, n, body.fix(), body.step(), body.kind(), body.text());
    }

    @DeleteMapping("/api/cases/{n}/flags/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void takeBack(Caller caller, @PathVariable long n, @PathVariable long id) {
        flags.takeBack(caller, n, id);
    }

    /** Flags that nobody answered yet; with {@code fix} those on its steps. */
    @GetMapping("/api/flags")
    FlagService.Open open(Caller caller, @RequestParam(required = false) String fix) {
        return flags.open(caller, fix);
    }

    /** What the caller has to answer, and which answers there are for them. */
    @GetMapping("/api/flags/mine")
    FlagService.Mine mine(Caller caller) {
        return flags.mine(caller);
    }

    @PutMapping("/api/flags/{id}/answer")
    FlagService.Flag answer(Caller caller, @PathVariable long id, @RequestBody FlagAnswer body) {
        return flags.answer(caller, id, body.text(), Boolean.TRUE.equals(body.mended()));
    }

    /** Whoever flagged the step has read the answer. */
    @PutMapping("/api/flags/{id}/read")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void read(Caller caller, @PathVariable long id) {
        flags.read(caller, id);
    }
}
