package org.mendak.server.library;

import java.util.List;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.FromCaller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Documents read by a second person. */
@RestController
class ReviewController {

    /** {@code reviewer} is a sign-in name; null if any lead may. */
    @FromCaller
    record Ask(Integer revision, String reviewer, String note) {}

    @FromCaller
    record Words(Integer revision, Integer line, String text) {}

    @FromCaller
    record AnswerWords(String text) {}

    @FromCaller
    record Settled(Boolean settled) {}

    private final ReviewService reviews;

    ReviewController(ReviewService reviews) {
        this.reviews = reviews;
    }

    @GetMapping("/api/library/unpublished")
    ReviewService.AllUnpublished unpublished(Caller caller) {
        return reviews.unpublished(caller);
    }

    /** Who can be asked to read a document. */
    @GetMapping("/api/library/readers")
    List<ReviewService.Reader> readers(Caller caller) {
        return reviews.readers(caller);
    }

    @GetMapping("/api/documents/{folder}/{key}/review")
    ReviewService.Review of(Caller caller, @PathVariable String folder, @PathVariable String key) {
        return reviews.of(caller, DocumentController.kind(folder), key);
    }

    /** Asks for a revision to be read. */
    @PutMapping("/api/documents/{folder}/{key}/review")
    ReviewService.Review ask(
            Caller caller, @PathVariable String folder, @PathVariable String key, @RequestBody Ask body) {
        return reviews.ask(
                caller,
                named(folder, key, body.revision()),
                body.reviewer(),
                body.note() == null ? "" : DocumentController.note(body.note()));
    }

    /** Sends it back to its author; {@code text} says why. */
    @PostMapping("/api/documents/{folder}/{key}/review/back")
    ReviewService.Review back(
            Caller caller, @PathVariable String folder, @PathVariable String key, @RequestBody Words body) {
        return reviews.sendBack(caller, named(folder, key, body.revision()), body.text());
    }

    /** Says something of a line; of the document as a whole with line 0 or none. */
    @PostMapping("/api/documents/{folder}/{key}/comments")
    ReviewService.Review say(
            Caller caller, @PathVariable String folder, @PathVariable String key, @RequestBody Words body) {
        return reviews.say(
                caller, named(folder, key, body.revision()), body.line() == null ? 0 : body.line(), body.text());
    }

    @PostMapping("/api/documents/{folder}/{key}/comments/{id}/answers")
    ReviewService.Review answer(
            Caller caller,
            @PathVariable String folder,
            @PathVariable String key,
            @PathVariable long id,
            @RequestBody AnswerWords body) {
        return reviews.answer(caller, DocumentController.kind(folder), key, id, body.text());
    }

    @PutMapping("/api/documents/{folder}/{key}/comments/{id}/settled")
    ReviewService.Review settle(
            Caller caller,
            @PathVariable String folder,
            @PathVariable String key,
            @PathVariable long id,
            @RequestBody Settled body) {
        return reviews.settle(
                caller, DocumentController.kind(folder), key, id, body.settled() == null || body.settled());
    }

    private static PublishingService.Named named(String folder, String key, Integer revision) {
        return new PublishingService.Named(DocumentController.kind(folder), key, revision);
    }
}
