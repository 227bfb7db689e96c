package org.mendak.server.exchange;

import io.swagger.v3.oas.annotations.Parameter;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.mendak.server.platform.Caller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RestController;

/** Cases as CSV. */
@RestController
class CaseExchangeController {

    private final CaseExchangeService exchange;
    private final WholeCases whole;

    CaseExchangeController(CaseExchangeService exchange, WholeCases whole) {
        this.exchange = exchange;
        this.whole = whole;
    }

    @PostMapping("/api/cases/import")
    CaseExchangeService.Imported importCsv(Caller caller, @Parameter(hidden = true) HttpServletRequest request)
            throws IOException {
        return exchange.importCsv(caller, request.getInputStream());
    }

    /** Made whole before its first byte is sent; {@code Mendak-Cases} and {@code Mendak-Rows} say how many there are. */
    @GetMapping("/api/cases/export.csv")
    void exportCsv(Caller caller, @Parameter(hidden = true) HttpServletResponse response) throws IOException {
        exchange.exportCsv(caller).sendAndForget(response);
    }

    /** Cases with all that is kept of them, texts and notes too: JSON, one case in each line, made whole before its first byte is sent. */
    @GetMapping("/api/cases/export.jsonl")
    void exportWhole(Caller caller, @Parameter(hidden = true) HttpServletResponse response) throws IOException {
        whole.export(caller).sendAndForget(response);
    }
}
