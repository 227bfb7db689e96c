package org.mendak.server.evidence;

import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import org.mendak.core.runbook.DocumentKind;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.FreeQuery;
import org.mendak.server.platform.FromCaller;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Measured success: of each known error, of the whole desk, as tables; and drafts made from it. */
@RestController
class EvidenceController {

    private static final String CSV = "text/csv;charset=UTF-8";
    private static final String CHOICE =
            "Cases can be chosen by `product`, `from` and `to` (days), `agent` (several) and `fact.name`.";

    /** What to make a draft of: the measured order, or, with {@code ruleOut}, one fix ruled out. */
    @FromCaller
    record DraftWanted(String ruleOut) {}

    private final EvidenceService evidence;
    private final ErrorEvidenceService errors;
    private final DeskEvidenceService desk;
    private final OrderDraftService drafts;
    private final EffectService effects;
    private final Occurrences occurrences;
    private final Colleagues colleagues;

    EvidenceController(
            EvidenceService evidence,
            ErrorEvidenceService errors,
            DeskEvidenceService desk,
            OrderDraftService drafts,
            EffectService effects,
            Occurrences occurrences,
            Colleagues colleagues) {
        this.colleagues = colleagues;
        this.evidence = evidence;
        this.errors = errors;
        this.desk = desk;
        this.drafts = drafts;
        this.effects = effects;
        this.occurrences = occurrences;
    }

    @GetMapping("/api/evidence")
    List<Occurrences.Occurrence> occurrences(Caller caller) {
        caller.may(Role.AGENT, Scope.READ, "see evidence");
        return occurrences.all();
    }

    /** How fixes have fared over all known errors; {@code key} once for each, at most 100. */
    @GetMapping("/api/evidence/fixes")
    List<EvidenceService.Fared> fixes(Caller caller, @RequestParam List<String> key) {
        caller.may(Role.AGENT, Scope.READ, "see evidence");
        if (key.size() > 100) {
            throw Refusal.badRequest("At most 100 fixes at once, not " + key.size() + ".");
        }
        return evidence.fared(key);
    }

    /** What was measured of each published revision of a document, and whether the newest does better. */
    @GetMapping("/api/evidence/effects/{folder}/{key}")
    EffectService.Effects effects(Caller caller, @PathVariable String folder, @PathVariable String key) {
        DocumentKind kind = DocumentKind.ofFolder(folder)
                .orElseThrow(() -> Refusal.notFound(
                        "There is no kind of document called \"" + folder + "\"; write errors or fixes."));
        return effects.of(caller, kind, key);
    }

    @GetMapping("/api/evidence/desk")
    @Operation(description = CHOICE)
    DeskEvidence ofDesk(Caller caller, @FreeQuery @RequestParam MultiValueMap<String, String> query) {
        DeskEvidence all = desk.of(caller, colleagues.choice(caller, query));
        return all.with(colleagues.choices(caller, all.choices()));
    }

    @GetMapping(value = "/api/evidence/desk.csv", produces = CSV)
    @Operation(description = CHOICE)
    ResponseEntity<String> deskTable(
            Caller caller, @RequestParam String table, @FreeQuery @RequestParam MultiValueMap<String, String> query) {
        return file(
                "desk-" + table, EvidenceTables.ofDesk(desk.whole(caller, colleagues.choice(caller, query)), table));
    }

    @GetMapping("/api/errors/{key}/evidence")
    @Operation(description = CHOICE)
    ErrorEvidence of(
            Caller caller, @PathVariable String key, @FreeQuery @RequestParam MultiValueMap<String, String> query) {
        ErrorEvidence all = errors.of(caller, key, colleagues.choice(caller, query));
        return all.with(colleagues.choices(caller, all.choices()));
    }

    @GetMapping(value = "/api/errors/{key}/evidence.csv", produces = CSV)
    @Operation(description = CHOICE)
    ResponseEntity<String> table(
            Caller caller,
            @PathVariable String key,
            @RequestParam String table,
            @FreeQuery @RequestParam MultiValueMap<String, String> query) {
        CaseChoice choice = colleagues.choice(caller, query);
        return file(
                key + "-" + table,
                table.equals("tries")
                        ? EvidenceTables.tries(errors.allTries(caller, key, choice))
                        : EvidenceTables.ofError(errors.of(caller, key, choice), table));
    }

    /** The newest two thousand tries of one fix. */
    @GetMapping("/api/errors/{key}/evidence/tries")
    @Operation(description = CHOICE)
    ErrorEvidence.Tries tries(
            Caller caller,
            @PathVariable String key,
            @RequestParam String fix,
            @FreeQuery @RequestParam MultiValueMap<String, String> query) {
        return errors.tries(caller, key, fix, colleagues.choice(caller, query));
    }

    private static ResponseEntity<String> file(String name, String text) {
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        "attachment; filename=\"" + name.replaceAll("[^a-z0-9-]", "") + ".csv\"")
                .body(text);
    }

    /** Makes a draft of the runbook from what was measured; refused with 409 while another draft waits. */
    @PostMapping("/api/errors/{key}/evidence/draft")
    @ResponseStatus(HttpStatus.CREATED)
    LibraryService.View draft(Caller caller, @PathVariable String key, @RequestBody DraftWanted wanted) {
        if (wanted.ruleOut() != null && wanted.ruleOut().isBlank()) {
            throw Refusal.badRequest("ruleOut is empty, must be the key of a fix, or left out");
        }
        return wanted.ruleOut() == null
                ? drafts.measuredOrder(caller, key)
                : drafts.ruledOut(caller, key, wanted.ruleOut());
    }
}
