package org.mendak.server.team;

import io.swagger.v3.oas.annotations.Parameter;
import jakarta.servlet.http.HttpServletRequest;
import java.util.List;
import org.mendak.server.platform.Caller;
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

    private final PeopleService people;
    private final TokenService tokens;

    TeamController(PeopleService people, TokenService tokens) {
        this.people = people;
        this.tokens = tokens;
    }

    @GetMapping("/api/people")
    List<PeopleService.Listed> people(Caller caller) {
        return people.people(caller);
    }

    @PostMapping("/api/people")
    @ResponseStatus(HttpStatus.CREATED)
    PeopleService.Listed add(Caller caller, @RequestBody PeopleService.NewPerson body) {
        return people.add(caller, body);
    }

    @PatchMapping("/api/people/{id}")
    PeopleService.Listed change(Caller caller, @PathVariable long id, @RequestBody PeopleService.Change body) {
        return people.change(caller, id, body);
    }

    @PostMapping("/api/people/{id}/address")
    @ResponseStatus(HttpStatus.CREATED)
    PeopleService.Address address(Caller caller, @PathVariable long id) {
        return people.address(caller, id);
    }

    @DeleteMapping("/api/people/{id}/account")
    PeopleService.Listed untie(Caller caller, @PathVariable long id) {
        return people.untie(caller, id);
    }

    @PostMapping("/api/people/{id}/erasure")
    PeopleService.Listed erase(Caller caller, @PathVariable long id) {
        return people.erase(caller, id);
    }

    @GetMapping("/api/people/{id}/access")
    PeopleService.LetIn access(Caller caller, @PathVariable long id, @Parameter(hidden = true) HttpServletRequest q) {
        return people.access(caller, id, OpenSessions.current(q));
    }

    @DeleteMapping("/api/people/{id}/access")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void endAccess(Caller caller, @PathVariable long id) {
        people.endAccess(caller, id);
    }

    @DeleteMapping("/api/people/{id}/sessions/{key}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void endSession(Caller caller, @PathVariable long id, @PathVariable String key) {
        tokens.endSession(caller, id, key);
    }

    @DeleteMapping("/api/people/{id}/tokens/{token}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void revoke(Caller caller, @PathVariable long id, @PathVariable long token) {
        tokens.revoke(caller, id, token);
    }

    @GetMapping("/api/tokens")
    List<ApiToken> tokens(Caller caller) {
        return tokens.mine(caller);
    }

    @PostMapping("/api/tokens")
    @ResponseStatus(HttpStatus.CREATED)
    TokenService.NewToken make(Caller caller, @RequestBody TokenService.Wanted body) {
        return tokens.make(caller, body);
    }

    @DeleteMapping("/api/tokens/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void revokeOwn(Caller caller, @PathVariable long id) {
        tokens.revoke(caller, caller.id(), id);
    }

    @GetMapping("/api/sessions")
    List<OpenSessions.Open> sessions(Caller caller, @Parameter(hidden = true) HttpServletRequest q) {
        return tokens.sessions(caller, OpenSessions.current(q));
    }

    @DeleteMapping("/api/sessions/{key}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void endOwnSession(Caller caller, @PathVariable String key) {
        tokens.endSession(caller, caller.id(), key);
    }
}
