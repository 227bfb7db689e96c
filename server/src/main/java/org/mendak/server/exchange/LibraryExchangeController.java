package org.mendak.server.exchange;

import io.swagger.v3.oas.annotations.Parameter;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.mendak.server.library.ImportService;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.DeskFolder;
import org.mendak.server.platform.Jobs;
import org.mendak.server.platform.ReceivedFiles;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.SpooledFile;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The library as a zip. */
@RestController
class LibraryExchangeController {

    private final LibraryService library;
    private final ImportService imports;
    private final Jobs jobs;
    private final DeskFolder folder;
    private final ReceivedFiles gate;

    LibraryExchangeController(
            LibraryService library, ImportService imports, Jobs jobs, DeskFolder folder, ReceivedFiles gate) {
        this.gate = gate;
        this.folder = folder;
        this.library = library;
        this.imports = imports;
        this.jobs = jobs;
    }

    /** What readers see; with {@code drafts} the newest of everything. */
    @GetMapping("/api/library/export")
    void export(
            Caller caller,
            @RequestParam(required = false, defaultValue = "false") boolean drafts,
            @Parameter(hidden = true) HttpServletResponse response)
            throws IOException {
        Map<String, String> files = library.export(caller, drafts);
        Path file = folder.spool();
        try (OutputStream out = Files.newOutputStream(file)) {
            LibraryArchive.write(files, out);
        }
        SpooledFile.of(file, "library.zip", "application/zip")
                .with("Mendak-Files", files.size())
                .sendAndForget(response);
    }

    /** With {@code Prefer: respond-async} (RFC 7240) the answer is a job. 422 if anything was rejected and so nothing stored. */
    @PostMapping("/api/library/import")
    @ApiResponse(
            responseCode = "200",
            content = @Content(schema = @Schema(implementation = ImportService.Imported.class)))
    ResponseEntity<Object> importLibrary(
            Caller caller,
            @RequestParam(defaultValue = "false") boolean publish,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestParam(defaultValue = "false") boolean skipRejected,
            @RequestHeader(value = "Prefer", defaultValue = "") String prefer,
            @Parameter(hidden = true) HttpServletRequest request)
            throws IOException {
        caller.may(Role.LEAD, Scope.LIBRARY, "import a library");
        LibraryArchive.Contents contents = contents(request);
        ImportService.ImportMode mode = new ImportService.ImportMode(publish, preview, skipRejected);
        if (prefer.contains("respond-async")) {
            Jobs.View job = jobs.start(caller, "library-import", progress -> run(caller, contents, mode, progress));
            return ResponseEntity.accepted()
                    .header("Location", "/api/jobs/" + job.id())
                    .body(job);
        }
        ImportService.Imported done = run(caller, contents, mode, (at, total) -> {});
        boolean refused = !done.rejected().isEmpty() && !skipRejected && !preview;
        return ResponseEntity.status(refused ? HttpStatus.UNPROCESSABLE_CONTENT : HttpStatus.OK)
                .body(done);
    }

    private LibraryArchive.Contents contents(HttpServletRequest request) throws IOException {
        Path file = gate.received(request.getInputStream());
        try {
            return LibraryArchive.read(file);
        } finally {
            Files.deleteIfExists(file);
        }
    }

    private ImportService.Imported run(
            Caller caller, LibraryArchive.Contents c, ImportService.ImportMode mode, Jobs.Progress progress) {
        return imports.importAll(caller, c.documents(), c.vocabulary(), c.rejected(), mode, progress);
    }
}
