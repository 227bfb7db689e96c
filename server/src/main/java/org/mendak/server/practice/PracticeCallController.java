package org.mendak.server.practice;

import java.util.List;
import org.mendak.server.cases.CaseService;
import org.mendak.server.cases.CaseViews;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.FromCaller;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Calls to practise on, over HTTP. */
@RestController
@RequestMapping("/api/practice")
class PracticeCallController {

    @FromCaller
    record Chosen(List<String> errors) {}

    @FromCaller
    record Asked(String fact) {}

    private final PracticeCalls calls;
    private final PracticeDevices devices;

    PracticeCallController(PracticeCalls calls, PracticeDevices devices) {
        this.calls = calls;
        this.devices = devices;
    }

    /** Takes a call: the device that somebody rings about, and what they say. */
    @PostMapping("/calls")
    @ResponseStatus(HttpStatus.CREATED)
    PracticeDevices.Seen take(Caller caller) {
        return calls.take(caller);
    }

    /** Asks whoever rang to read out what stands there. */
    @PostMapping("/devices/{id}/reading")
    PracticeDevices.Seen readOut(Caller caller, @PathVariable String id) {
        return devices.readOut(caller, id);
    }

    /** Asks whoever rang for a fact. */
    @PostMapping("/devices/{id}/question")
    PracticeDevices.Seen ask(Caller caller, @PathVariable String id, @RequestBody Asked body) {
        return devices.ask(caller, id, body.fact());
    }

    /** Opens the practice case of a call. */
    @PostMapping("/devices/{id}/case")
    @ResponseStatus(HttpStatus.CREATED)
    CaseViews.Case open(Caller caller, @PathVariable String id, @RequestBody CaseService.Opening body) {
        return calls.open(caller, id, body);
    }

    /** The newest practice cases of the caller. */
    @GetMapping("/cases")
    List<PracticeCalls.Line> mine(Caller caller) {
        return calls.mine(caller);
    }

    /** The other end of a practice case; what it was, when it has ended. */
    @GetMapping("/cases/{n}")
    PracticeCalls.Other other(Caller caller, @PathVariable long n) {
        return calls.other(caller, n);
    }

    /** What calls are about. */
    @GetMapping("/choice")
    PracticeCalls.Choice choice(Caller caller) {
        return calls.choice(caller);
    }

    @PutMapping("/choice")
    PracticeCalls.Choice choose(Caller caller, @RequestBody Chosen body) {
        return calls.choose(caller, body.errors());
    }
}
