package org.mendak.server.recognition;

import java.util.List;
import org.mendak.server.platform.Caller;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Scans of logs: {@code POST /api/scans} with the file, then {@code GET} until it is done, {@code DELETE} to cancel. */
@RestController
@RequestMapping("/api/scans")
class ScanController {

    private final ScanService scans;

    ScanController(ScanService scans) {
        this.scans = scans;
    }

    @PostMapping(consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    @ResponseStatus(HttpStatus.ACCEPTED)
    ScanService.View start(Caller caller, @RequestPart("file") MultipartFile file) {
        return scans.start(caller, file);
    }

    @GetMapping
    List<ScanService.View> list(Caller caller) {
        return scans.list(caller);
    }

    @GetMapping("/{id}")
    ScanService.View find(Caller caller, @PathVariable String id) {
        return scans.find(caller, id);
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void cancel(Caller caller, @PathVariable String id) {
        scans.cancel(caller, id);
    }
}
