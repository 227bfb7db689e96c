package org.mendak.server.library;

import java.util.List;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.FromCaller;
import org.mendak.server.platform.Refusal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Documents on their way to readers. */
@RestController
class PublishingController {

    /** {@code revision} is the one that was looked at; no other is moved. */
    @FromCaller
    record Transition(String to, Integer revision, String note) {}

    /** One revision of a document. */
    @FromCaller
    record ParcelItem(String folder, String key, Integer revision) {}

    /** What is published together. */
    @FromCaller
    record Parcel(List<ParcelItem> documents, String note) {}

    private final PublishingService publishing;
    private final RenamingService renaming;

    PublishingController(PublishingService publishing, RenamingService renaming) {
        this.publishing = publishing;
        this.renaming = renaming;
    }

    @PostMapping("/api/documents/{folder}/{key}/transitions")
    LibraryService.View transition(
            Caller caller, @PathVariable String folder, @PathVariable String key, @RequestBody Transition body) {
        Status to = Status.named(String.valueOf(body.to()))
                .orElseThrow(() -> Refusal.invalid(
                        "\"" + body.to() + "\" is not a status; write in-review, published, draft or retired."));
        return publishing.transition(caller, named(folder, key, body.revision()), to, note(body.note()));
    }

    /** {@code to} is the new name. */
    @FromCaller
    record NewName(String to) {}

    /** Gives a document another name; what links to it follows, and what was measured stays its own. */
    @PostMapping("/api/documents/{folder}/{key}/rename")
    LibraryService.View rename(
            Caller caller, @PathVariable String folder, @PathVariable String key, @RequestBody NewName body) {
        return renaming.rename(caller, DocumentController.kind(folder), key, String.valueOf(body.to()));
    }

    /** The fixes that would have to be published with this revision. */
    @GetMapping("/api/documents/{folder}/{key}/parcel")
    List<PublishingService.Wanted> wanted(
            Caller caller, @PathVariable String folder, @PathVariable String key, @RequestParam int revision) {
        return publishing.wanted(caller, named(folder, key, revision));
    }

    /** Publishes documents together: all of them, or none. */
    @PostMapping("/api/library/parcels")
    List<LibraryService.View> parcel(Caller caller, @RequestBody Parcel body) {
        List<PublishingService.Named> documents = body.documents() == null
                ? null
                : body.documents().stream()
                        .map(d -> d == null ? new ParcelItem(null, null, null) : d)
                        .map(d -> named(String.valueOf(d.folder()), String.valueOf(d.key()), d.revision()))
                        .toList();
        return publishing.parcel(caller, documents, note(body.note()));
    }

    private static String note(String note) {
        return note == null ? "" : DocumentController.note(note);
    }

    private static PublishingService.Named named(String folder, String key, Integer revision) {
        return new PublishingService.Named(DocumentController.kind(folder), key, revision);
    }
}
