package org.mendak.server.library;

import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import java.util.List;
import java.util.Map;
import org.mendak.core.runbook.VocabularyEditing;
import org.mendak.core.runbook.VocabularyEditing.Change;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.FromCaller;
import org.mendak.server.platform.Refusal;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The words of the desk: its products, facts, needs and settings. */
@RestController
class WordsController {

    private static final String YAML = "application/yaml;charset=UTF-8";

    private final WordsService words;

    WordsController(WordsService words) {
        this.words = words;
    }

    @GetMapping(value = "/api/library/vocabulary", produces = YAML)
    ResponseEntity<String> vocabulary(Caller caller) {
        WordsService.Written w = words.written();
        return ResponseEntity.ok().eTag(w.etag()).body(w.text());
    }

    @PutMapping("/api/library/vocabulary")
    @io.swagger.v3.oas.annotations.parameters.RequestBody(
            content = @Content(mediaType = "application/yaml", schema = @Schema(type = "string")))
    ResponseEntity<LibraryService.View> saveVocabulary(
            Caller caller,
            @RequestHeader(value = HttpHeaders.IF_MATCH, required = false) String ifMatch,
            @RequestHeader(value = HttpHeaders.IF_NONE_MATCH, required = false) String ifNoneMatch,
            @RequestBody(required = false) byte[] body) {
        WordsService.Written w = words.save(caller, DocumentController.utf8(body), ifMatch, "*".equals(ifNoneMatch));
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_JSON)
                .eTag(w.etag())
                .body(new LibraryService.View(
                        "library",
                        "library",
                        "Vocabulary",
                        w.revision(),
                        (Integer) w.revision(),
                        Status.PUBLISHED,
                        List.of()));
    }

    /** The words as they stand there, and what is to be changed in them, one after the other. */
    @FromCaller
    record WordChanges(String text, List<WordChange> edits) {}

    /**
     * One change.
     *
     * @param op put, add, remove or rename
     * @param group products, facts, needs, or settings to put one
     * @param name the word; nothing for a setting
     * @param field of put: which place
     * @param values of put: what stands there then
     * @param fields of add: its places
     * @param to of rename: what it is called then
     */
    @FromCaller
    record WordChange(
            String op,
            String group,
            String name,
            String field,
            List<String> values,
            Map<String, List<String>> fields,
            String to) {}

    /** Changes words in a text that is not stored; without changes it tells what stands in it. */
    @PostMapping("/api/library/vocabulary/edits")
    WordsService.Edited edit(Caller caller, @RequestBody WordChanges body) {
        List<WordChange> edits = body.edits() == null ? List.of() : body.edits();
        if (edits.size() > VocabularyEditing.MOST) {
            throw Refusal.invalid("At most " + VocabularyEditing.MOST + " changes can be made at once.");
        }
        return words.edit(
                caller,
                body.text() == null ? "" : body.text(),
                edits.stream().map(WordsController::change).toList());
    }

    private static Change change(WordChange c) {
        if (c == null || c.op() == null || c.group() == null) {
            throw Refusal.badRequest("Each change needs its op and its group.");
        }
        return switch (c.op()) {
            case "put" ->
                new Change.Put(
                        c.group(),
                        c.name() == null ? "" : c.name(),
                        EditingController.named(c.field(), "field"),
                        EditingController.said(c.values()));
            case "add" ->
                new Change.Add(
                        c.group(), EditingController.named(c.name(), "name"), EditingController.fields(c.fields()));
            case "remove" -> new Change.Remove(c.group(), EditingController.named(c.name(), "name"));
            case "rename" ->
                new Change.Rename(
                        c.group(), EditingController.named(c.name(), "name"), EditingController.named(c.to(), "to"));
            default -> throw Refusal.badRequest("op is \"" + c.op() + "\", must be put, add, remove or rename");
        };
    }

    /** Where a word stands. */
    @GetMapping("/api/library/vocabulary/uses")
    WordsService.Uses uses(
            Caller caller,
            @RequestParam(defaultValue = "") String group,
            @RequestParam(defaultValue = "") String name) {
        return words.uses(caller, group, name);
    }

    /** A word and what it is to be called. */
    @FromCaller
    record Renaming(String group, String name, String to) {}

    /** Gives a stored word another name everywhere at once. */
    @PostMapping("/api/library/vocabulary/renames")
    WordsService.Renamed rename(
            Caller caller,
            @RequestHeader(value = HttpHeaders.IF_MATCH, required = false) String ifMatch,
            @RequestBody Renaming body) {
        return words.rename(
                caller,
                String.valueOf(body.group()),
                body.name() == null ? "" : body.name(),
                body.to() == null ? "" : body.to(),
                ifMatch);
    }
}
