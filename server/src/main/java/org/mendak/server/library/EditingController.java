package org.mendak.server.library;

import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.mendak.core.language.Proposal;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.core.runbook.Edit;
import org.mendak.core.runbook.Editing;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.FromCaller;
import org.mendak.server.platform.Refusal;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Changes of a document in its parts, on a text that is not stored. */
@RestController
class EditingController {

    /** A text and what is to be changed in it, one after the other; {@code kind} is error or fix. */
    @FromCaller
    record Changes(String kind, String text, List<Change> edits) {}

    /**
     * One change.
     *
     * @param op put, add, remove or move
     * @param path places from the outside in, from 0; empty for the head, or to add a step
     * @param field of put: which place
     * @param values of put: what stands there then
     * @param what of add: a keyword, or Words, Command, Item, Step
     * @param fields of add: its places
     * @param to of move: its place among its neighbours
     */
    @FromCaller
    record Change(
            String op,
            List<Integer> path,
            String field,
            List<String> values,
            String what,
            Map<String, List<String>> fields,
            Integer to) {}

    private final EditingService editing;

    EditingController(EditingService editing) {
        this.editing = editing;
    }

    @PostMapping("/api/documents/edits")
    EditingService.Edited edit(Caller caller, @RequestBody Changes body) {
        DocumentKind kind = "fix".equals(body.kind()) ? DocumentKind.FIX : DocumentKind.ERROR;
        List<Change> edits = body.edits() == null ? List.of() : body.edits();
        if (edits.size() > Editing.MOST) {
            throw Refusal.invalid("At most " + Editing.MOST + " changes can be made at once.");
        }
        return editing.edit(
                caller,
                kind,
                body.text() == null ? "" : body.text(),
                edits.stream().map(EditingController::edit).toList());
    }

    /** What the screen said. */
    @FromCaller
    record Said(String text) {}

    /** A text from a screen in its words, with those that are likely to differ from case to case. */
    @PostMapping("/api/documents/proposals")
    List<Proposal.Line> propose(Caller caller, @RequestBody Said body) {
        return editing.propose(caller, body.text() == null ? "" : body.text());
    }

    private static Edit edit(Change c) {
        if (c == null || c.op() == null || c.path() == null || c.path().stream().anyMatch(Objects::isNull)) {
            throw Refusal.badRequest("Each change needs its op and its path.");
        }
        return switch (c.op()) {
            case "put" -> new Edit.Put(c.path(), named(c.field(), "field"), said(c.values()));
            case "add" -> new Edit.Add(c.path(), named(c.what(), "what"), fields(c.fields()));
            case "remove" -> new Edit.Remove(c.path());
            case "move" -> {
                if (c.to() == null) {
                    throw Refusal.badRequest("A move needs the place it goes to, in \"to\".");
                }
                yield new Edit.Move(c.path(), c.to());
            }
            default -> throw Refusal.badRequest("op is \"" + c.op() + "\", must be put, add, remove or move");
        };
    }

    static String named(String value, String name) {
        if (value == null) {
            throw Refusal.badRequest("This change needs \"" + name + "\".");
        }
        return value;
    }

    static List<String> said(List<String> values) {
        return values == null
                ? List.of()
                : values.stream().filter(Objects::nonNull).toList();
    }

    static Map<String, List<String>> fields(Map<String, List<String>> fields) {
        Map<String, List<String>> all = new java.util.HashMap<>();
        (fields == null ? Map.<String, List<String>>of() : fields).forEach((n, v) -> all.put(n, said(v)));
        return all;
    }
}
