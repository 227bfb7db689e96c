package org.mendak.server.exchange;

import io.swagger.v3.oas.annotations.Parameter;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Jobs;
import org.mendak.server.platform.Refusal;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

/** Cases as CSV. */
@RestController
class CaseExchangeController {

    private final CaseImport cases;
    private final CaseExport export;
    private final WholeCases whole;
    private final Jobs jobs;

    CaseExchangeController(CaseImport cases, CaseExport export, WholeCases whole, Jobs jobs) {
        this.cases = cases;
        this.export = export;
        this.whole = whole;
        this.jobs = jobs;
    }

    /** With {@code Prefer: respond-async} (RFC 7240) the answer is a job, which can be stopped; what was stored before stays. */
    @PostMapping("/api/cases/import")
    @ApiResponse(responseCode = "200", content = @Content(schema = @Schema(implementation = CaseImport.Imported.class)))
    ResponseEntity<Object> importCsv(
            Caller caller,
            @RequestHeader(value = "Prefer", defaultValue = "") String prefer,
            @Parameter(hidden = true) HttpServletRequest request)
            throws IOException {
        CaseImport.Received received = cases.receive(caller, request.getInputStream());
        if (!prefer.contains("respond-async")) {
            return ResponseEntity.ok(cases.store(caller, received, (at, total) -> {}));
        }
        Jobs.View job;
        try {
            job = jobs.startStoppable(caller, "case-import", progress -> cases.store(caller, received, progress));
        } catch (Refusal tooMany) {
            received.close();
            throw tooMany;
        }
        return ResponseEntity.accepted()
                .header("Location", "/api/jobs/" + job.id())
                .body(job);
    }

    /** Made whole before its first byte is sent; {@code Mendak-Cases} and {@code Mendak-Rows} say how many there are. */
    @GetMapping("/api/cases/export.csv")
    void exportCsv(Caller caller, @Parameter(hidden = true) HttpServletResponse response) throws IOException {
        export.exportCsv(caller).sendAndForget(response);
    }

    /** Cases with all that is kept of them, texts and notes too: JSON, one case in each line, made whole before its first byte is sent. */
    @GetMapping("/api/cases/export.jsonl")
    void exportWhole(Caller caller, @Parameter(hidden = true) HttpServletResponse response) throws IOException {
        whole.export(caller).sendAndForget(response);
    }
}
