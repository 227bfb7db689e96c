package org.mendak.server.library;

import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Refusal;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Documents as text: read, saved, moved through their statuses, checked. */
@RestController
class DocumentController {

    record Draft(String kind, String key, String text) {}

    private static final String MARKDOWN = "text/markdown;charset=UTF-8";
    private static final String YAML = "application/yaml;charset=UTF-8";

    private final LibraryService library;
    private final BegunDrafts begun;

    DocumentController(LibraryService library, BegunDrafts begun) {
        this.begun = begun;
        this.library = library;
    }

    /** All documents, or those of a folder whose key or title has every word of {@code q}; at most {@code limit} of them. */
    @GetMapping("/api/documents")
    List<LibraryService.View> list(
            Caller caller,
            @RequestParam(required = false) String folder,
            @RequestParam(required = false, defaultValue = "") String q,
            @RequestParam(required = false) Integer limit) {
        return library.list(caller, folder == null ? null : kind(folder), q, limit == null ? Integer.MAX_VALUE : limit);
    }

    @GetMapping(value = "/api/documents/{folder}/{key}", produces = MARKDOWN)
    ResponseEntity<String> read(
            Caller caller,
            @PathVariable String folder,
            @PathVariable String key,
            @RequestParam(required = false) String revision) {
        DocumentKind kind = kind(folder);
        LibraryService.Opened o = revision == null || revision.equals("draft")
                ? library.open(caller, kind, key, revision != null)
                : library.openRevision(caller, kind, key, number(revision));
        return ResponseEntity.ok()
                .eTag(o.etag())
                .header("Mendak-Status", o.view().status().word())
                .header("Mendak-Revision", String.valueOf(o.view().revision()))
                .header("Mendak-Seen", String.valueOf(o.view().publishedRevision() != null))
                .body(o.text());
    }

    private static int number(String revision) {
        try {
            return Integer.parseInt(revision);
        } catch (NumberFormatException e) {
            throw Refusal.badRequest("revision is \"" + revision + "\", must be a number or draft");
        }
    }

    @PutMapping("/api/documents/{folder}/{key}")
    @io.swagger.v3.oas.annotations.parameters.RequestBody(
            content = @Content(mediaType = "text/markdown", schema = @Schema(type = "string")))
    ResponseEntity<LibraryService.View> save(
            Caller caller,
            @PathVariable String folder,
            @PathVariable String key,
            @RequestHeader(value = HttpHeaders.IF_MATCH, required = false) String ifMatch,
            @RequestHeader(value = HttpHeaders.IF_NONE_MATCH, required = false) String ifNoneMatch,
            @RequestParam(required = false, defaultValue = "") String note,
            @RequestBody(required = false) byte[] body) {
        boolean create = "*".equals(ifNoneMatch);
        LibraryService.Opened o = library.save(caller, kind(folder), key, utf8(body), ifMatch, create, note(note));
        return ResponseEntity.status(create ? HttpStatus.CREATED : HttpStatus.OK)
                .eTag(o.etag())
                .body(o.view());
    }

    static String note(String note) {
        return note.length() <= 1000 ? note : note.substring(0, 1000);
    }

    static String utf8(byte[] body) {
        if (body == null) {
            throw Refusal.badRequest("The body is empty; send the document's text.");
        }
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .onMalformedInput(CodingErrorAction.REPORT)
                    .decode(ByteBuffer.wrap(body))
                    .toString();
        } catch (CharacterCodingException e) {
            throw Refusal.badRequest("The document is not UTF-8. Nothing was stored.");
        }
    }

    @GetMapping("/api/documents/{folder}/{key}/revisions")
    List<Revision> revisions(Caller caller, @PathVariable String folder, @PathVariable String key) {
        return library.revisions(caller, kind(folder), key);
    }

    /** The how-to that a document was made of; none if it was made of none. */
    @GetMapping("/api/documents/{folder}/{key}/made-of")
    List<BegunDrafts.HowTo> madeOf(Caller caller, @PathVariable String folder, @PathVariable String key) {
        return begun.madeOf(caller, kind(folder), key).stream().toList();
    }

    @PostMapping("/api/documents/problems")
    Sheets.Checked check(Caller caller, @RequestBody Draft body) {
        DocumentKind kind = body.kind() != null && body.kind().equals("fix") ? DocumentKind.FIX : DocumentKind.ERROR;
        return library.check(caller, kind, String.valueOf(body.key()), body.text() == null ? "" : body.text());
    }

    static DocumentKind kind(String folder) {
        return DocumentKind.ofFolder(folder)
                .orElseThrow(() -> Refusal.notFound(
                        "There is no kind of document called \"" + folder + "\"; write errors or fixes."));
    }
}
