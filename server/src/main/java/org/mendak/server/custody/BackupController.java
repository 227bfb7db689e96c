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
    private final ScheduledBackups scheduled;

    BackupController(BackupService backups, ScheduledBackups scheduled) {
        this.scheduled = scheduled;
        this.backups = backups;
    }

    @GetMapping("/api/backups")
    ScheduledBackups.Backups all(Caller caller) {
        return scheduled.all(caller);
    }

    /** One of those that lie in the data folder. */
    @GetMapping("/api/backups/files/{key}")
    void fetchFile(Caller caller, @PathVariable String key, @Parameter(hidden = true) HttpServletResponse response)
            throws IOException {
        scheduled.fetch(caller, key).send(response);
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
