package org.mendak.server.team;

import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** The desk's settings. */
@RestController
class DeskController {

    private final DeskSettings settings;

    DeskController(DeskSettings settings) {
        this.settings = settings;
    }

    @GetMapping("/api/settings")
    DeskSettings.Values settings(Caller caller) {
        caller.may(Role.AGENT, Scope.READ, "see the desk's settings");
        return settings.values();
    }

    @PatchMapping("/api/settings")
    DeskSettings.Values change(Caller caller, @RequestBody DeskSettings.Change body) {
        return settings.change(caller, body);
    }
}
