package org.mendak.server.practice;

import java.util.List;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.FromCaller;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Practice devices over HTTP. */
@RestController
@RequestMapping("/api/practice")
class PracticeController {

    @FromCaller
    record TypedLine(String line) {}

    @FromCaller
    record DoneByHand(String hand) {}

    private final PracticeDevices devices;
    private final DraftRuns runs;

    PracticeController(PracticeDevices devices, DraftRuns runs) {
        this.devices = devices;
        this.runs = runs;
    }

    /** A fix as it is written now, done on devices that have what it mends. */
    @PostMapping("/runs")
    List<DraftRuns.Ran> run(Caller caller, @RequestBody DraftRuns.Draft body) {
        return runs.run(caller, body);
    }

    @GetMapping("/devices")
    PracticeDevices.Shelf shelf(Caller caller) {
        return devices.shelf(caller);
    }

    @PostMapping("/devices")
    @ResponseStatus(HttpStatus.CREATED)
    PracticeDevices.Seen take(Caller caller, @RequestBody PracticeDevices.Wanted body) {
        return devices.take(caller, body);
    }

    @GetMapping("/devices/{id}")
    PracticeDevices.Seen see(Caller caller, @PathVariable String id) {
        return devices.see(caller, id);
    }

    /** Types a line at its console, or the answer to what it asks. */
    @PostMapping("/devices/{id}/lines")
    PracticeDevices.Seen type(Caller caller, @PathVariable String id, @RequestBody TypedLine body) {
        return devices.type(caller, id, body.line());
    }

    @PostMapping("/devices/{id}/hands")
    PracticeDevices.Seen hand(Caller caller, @PathVariable String id, @RequestBody DoneByHand body) {
        return devices.hand(caller, id, body.hand());
    }

    /** Tries again what did not work. */
    @PostMapping("/devices/{id}/tries")
    PracticeDevices.Seen act(Caller caller, @PathVariable String id) {
        return devices.act(caller, id);
    }

    @DeleteMapping("/devices/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void giveBack(Caller caller, @PathVariable String id) {
        devices.giveBack(caller, id);
    }
}
