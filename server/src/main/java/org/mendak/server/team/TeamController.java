package org.mendak.server.team;

import java.util.List;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.FromCaller;
import org.mendak.server.platform.Scope;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** People and tokens. */
@RestController
class TeamController {

    /** What to change; what is null stays. */
    @FromCaller
    record PersonChange(String role, Boolean active, String password) {}

    /** {@code days} is how long it lives; a year if null. */
    @FromCaller
    record TokenRequest(String name, List<Scope> scopes, Integer days) {}

    private final TeamService team;

    TeamController(TeamService team) {
        this.team = team;
    }

    @GetMapping("/api/people")
    List<Person> people(Caller caller) {
        return team.people(caller);
    }

    @PostMapping("/api/people")
    @ResponseStatus(HttpStatus.CREATED)
    Person add(Caller caller, @RequestBody TeamService.NewPerson body) {
        return team.add(caller, body);
    }

    @PatchMapping("/api/people/{id}")
    Person change(Caller caller, @PathVariable long id, @RequestBody PersonChange body) {
        return team.change(caller, id, body.role(), body.active(), body.password());
    }

    @GetMapping("/api/tokens")
    List<ApiToken> tokens(Caller caller) {
        return team.tokens(caller);
    }

    @PostMapping("/api/tokens")
    @ResponseStatus(HttpStatus.CREATED)
    TeamService.NewToken make(Caller caller, @RequestBody TokenRequest body) {
        return team.makeToken(
                caller,
                body.name() == null ? "" : body.name(),
                body.scopes() == null ? List.of() : body.scopes(),
                body.days());
    }

    @DeleteMapping("/api/tokens/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void revoke(Caller caller, @PathVariable long id) {
        team.revoke(caller, id);
    }
}
