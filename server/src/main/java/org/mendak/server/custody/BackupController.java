package org.mendak.server.custody;

import io.swagger.v3.oas.annotations.Parameter;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Jobs;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Backups over HTTP; {@code ./mendak backup} uses this. */
@RestController
class BackupController {

    private final BackupService backups;

    BackupController(BackupService backups) {
        this.backups = backups;
    }

    @PostMapping("/api/backups")
    @ResponseStatus(HttpStatus.ACCEPTED)
    Jobs.View begin(Caller caller) {
        return backups.begin(caller);
    }

    @GetMapping("/api/backups/{id}")
    void fetch(Caller caller, @PathVariable String id, @Parameter(hidden = true) HttpServletResponse response)
            throws IOException {
        backups.fetch(caller, id).send(response);
    }
}
