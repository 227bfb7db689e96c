package org.mendak.server.practice;

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
@RequestMapping("/api/practice/devices")
class PracticeController {

    @FromCaller
    record TypedLine(String line) {}

    @FromCaller
    record DoneByHand(String hand) {}

    private final PracticeDevices devices;

    PracticeController(PracticeDevices devices) {
        this.devices = devices;
    }

    @GetMapping
    PracticeDevices.Shelf shelf(Caller caller) {
        return devices.shelf(caller);
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    PracticeDevices.Seen take(Caller caller, @RequestBody PracticeDevices.Wanted body) {
        return devices.take(caller, body);
    }

    @GetMapping("/{id}")
    PracticeDevices.Seen see(Caller caller, @PathVariable String id) {
        return devices.see(caller, id);
    }

    /** Types a line at its console, or the answer to what it asks. */
    @PostMapping("/{id}/lines")
    PracticeDevices.Seen type(Caller caller, @PathVariable String id, @RequestBody TypedLine body) {
        return devices.type(caller, id, body.line());
    }

    @PostMapping("/{id}/hands")
    PracticeDevices.Seen hand(Caller caller, @PathVariable String id, @RequestBody DoneByHand body) {
        return devices.hand(caller, id, body.hand());
    }

    /** Tries again what did not work. */
    @PostMapping("/{id}/tries")
    PracticeDevices.Seen act(Caller caller, @PathVariable String id) {
        return devices.act(caller, id);
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void giveBack(Caller caller, @PathVariable String id) {
        devices.giveBack(caller, id);
    }
}
