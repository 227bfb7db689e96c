package org.mendak.server.cases.shown;

import io.swagger.v3.oas.annotations.Parameter;
import jakarta.servlet.http.HttpServletRequest;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.OpenToAll;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The page for the device over HTTP. */
@RestController
class ShownController {

    record ShowFix(String fix) {}

    private final ShownFixes shown;

    ShownController(ShownFixes shown) {
        this.shown = shown;
    }

    @PostMapping("/api/cases/{n}/shown")
    ShownFixes.Code show(Caller caller, @PathVariable long n, @RequestBody ShowFix body) {
        return shown.show(caller, n, body.fix());
    }

    /** Takes back whatever of the case is shown by a code. */
    @DeleteMapping("/api/cases/{n}/shown")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void takeBack(Caller caller, @PathVariable long n) {
        shown.takeBack(caller, n);
    }

    /** A fix for reading at the device, by its short code; needs no signing in. */
    @OpenToAll
    @GetMapping("/api/shown/{code}")
    ShownFixes.Page page(@PathVariable String code, @Parameter(hidden = true) HttpServletRequest request) {
        return shown.page(code, request.getRemoteAddr());
    }
}
