package org.mendak.server.handbook;

import io.swagger.v3.oas.annotations.Parameter;
import jakarta.servlet.http.HttpServletResponse;
import java.io.BufferedWriter;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.LocalDate;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.DeskFolder;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Settings;
import org.mendak.server.platform.SpooledFile;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** The handbook over HTTP. */
@RestController
class HandbookController {

    private final LibraryService library;
    private final DeskFolder folder;
    private final Settings settings;
    private final Clock clock;

    HandbookController(LibraryService library, DeskFolder folder, Settings settings, Clock clock) {
        this.library = library;
        this.folder = folder;
        this.settings = settings;
        this.clock = clock;
    }

    /** What readers see, as one HTML file that needs nothing else; made whole before its first byte is sent. */
    @GetMapping("/api/library/handbook")
    void handbook(Caller caller, @Parameter(hidden = true) HttpServletResponse response) throws IOException {
        caller.may(Role.AGENT, Scope.READ, "take the handbook");
        LocalDate day = LocalDate.ofInstant(clock.instant(), settings.zone());
        Path file = folder.spool();
        try (BufferedWriter to = Files.newBufferedWriter(file, StandardCharsets.UTF_8)) {
            Handbook.write(library.library(), day, to);
        }
        SpooledFile.of(file, "handbook-" + day + ".html", "text/html; charset=utf-8")
                .sendAndForget(response);
    }
}
