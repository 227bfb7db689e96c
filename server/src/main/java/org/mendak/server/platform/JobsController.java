package org.mendak.server.platform;

import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

@RestController
class JobsController {

    private final Jobs jobs;

    JobsController(Jobs jobs) {
        this.jobs = jobs;
    }

    @GetMapping("/api/jobs/{id}")
    Jobs.View job(Caller caller, @PathVariable String id) {
        return jobs.find(caller, id);
    }

    /** Asks it to stop; what it did until then stays. 409 if it is done wholly or not at all. */
    @DeleteMapping("/api/jobs/{id}")
    Jobs.View stop(Caller caller, @PathVariable String id) {
        return jobs.stop(caller, id);
    }
}
