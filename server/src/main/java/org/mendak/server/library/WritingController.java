package org.mendak.server.library;

import org.mendak.server.platform.Caller;
import org.mendak.server.platform.FromCaller;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What somebody types at a document and has not saved. */
@RestController
class WritingController {

    /** {@code base} is the revision that the text was begun from, 0 for a new document. */
    @FromCaller
    record Typing(String text, Integer base) {}

    private final WritingService writing;

    WritingController(WritingService writing) {
        this.writing = writing;
    }

    @GetMapping("/api/documents/{folder}/{key}/writing")
    WritingService.BeingWritten of(Caller caller, @PathVariable String folder, @PathVariable String key) {
        return writing.of(caller, DocumentController.kind(folder), key);
    }

    @PutMapping("/api/documents/{folder}/{key}/writing")
    WritingService.BeingWritten keep(
            Caller caller, @PathVariable String folder, @PathVariable String key, @RequestBody Typing body) {
        return writing.keep(caller, DocumentController.kind(folder), key, body.text(), body.base());
    }

    @DeleteMapping("/api/documents/{folder}/{key}/writing")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void forget(Caller caller, @PathVariable String folder, @PathVariable String key) {
        writing.forget(caller, DocumentController.kind(folder), key);
    }
}
