package org.mendak.server.hooks;

import java.util.List;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.FromCaller;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Addresses that are told of what happens here. */
@RestController
@RequestMapping("/api/hooks")
class HookController {

    @FromCaller
    record NewHook(String address, List<Happening> events) {}

    @FromCaller
    record HookChange(Boolean paused) {}

    private final HookService hooks;

    HookController(HookService hooks) {
        this.hooks = hooks;
    }

    @GetMapping
    List<HookService.View> all(Caller caller) {
        return hooks.all(caller);
    }

    /** The secret that calls are signed with is told here and never again. */
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    HookService.View add(Caller caller, @RequestBody NewHook body) {
        return hooks.add(caller, body.address(), body.events());
    }

    /** Pauses it, or lets it go on. */
    @PatchMapping("/{id}")
    HookService.View change(Caller caller, @PathVariable long id, @RequestBody HookChange body) {
        return hooks.pause(caller, id, Boolean.TRUE.equals(body.paused()));
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(Caller caller, @PathVariable long id) {
        hooks.delete(caller, id);
    }

    /** What it was told and is to be told, the newest first. */
    @GetMapping("/{id}/calls")
    HookService.Calls calls(Caller caller, @PathVariable long id) {
        return hooks.calls(caller, id);
    }

    /** Tells it that nothing happened, to see whether it hears. */
    @PostMapping("/{id}/tries")
    HookService.Calls tryOut(Caller caller, @PathVariable long id) {
        return hooks.tryOut(caller, id);
    }

    /** Tells it once more now. */
    @PostMapping("/{id}/calls/{call}/again")
    HookService.Calls again(Caller caller, @PathVariable long id, @PathVariable long call) {
        return hooks.again(caller, id, call);
    }
}
