package org.mendak.server.exchange;

import io.swagger.v3.oas.annotations.Parameter;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.mendak.server.library.ImportService;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.FromCaller;
import org.mendak.server.platform.Jobs;
import org.mendak.server.platform.ReceivedFiles;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** A library that was sent: what it would change is looked at first, and only what is chosen is imported. */
@RestController
@RequestMapping("/api/library/arrivals")
class ArrivalController {

    private static final String ACT = "import a library";

    /** What was sent, and what would become of each of its files. */
    record Arrival(String id, List<ImportService.Arriving> files) {}

    /** A file as it is there, and as it arrives. */
    record Beside(String there, String arriving) {}

    @FromCaller
    record ChosenFile(String path, Integer revision) {}

    @FromCaller
    record Choice(List<ChosenFile> files, Boolean publish) {}

    private final ImportService library;
    private final Arrivals arrivals;
    private final Jobs jobs;
    private final ReceivedFiles gate;

    ArrivalController(ImportService library, Arrivals arrivals, Jobs jobs, ReceivedFiles gate) {
        this.library = library;
        this.arrivals = arrivals;
        this.jobs = jobs;
        this.gate = gate;
    }

    /** Takes a zip and says what it would change; it is kept for an hour. */
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Arrival take(
            Caller caller,
            @RequestParam(defaultValue = "false") boolean publish,
            @Parameter(hidden = true) HttpServletRequest request)
            throws IOException {
        caller.may(Role.LEAD, Scope.LIBRARY, ACT);
        Path file = gate.received(request.getInputStream());
        try {
            LibraryArchive.Contents c = LibraryArchive.read(file);
            List<ImportService.Arriving> files = compare(caller, c, publish);
            return new Arrival(arrivals.keep(caller, file), files);
        } catch (IOException | RuntimeException e) {
            Files.deleteIfExists(file);
            throw e;
        }
    }

    private List<ImportService.Arriving> compare(Caller caller, LibraryArchive.Contents c, boolean publish) {
        return library.compare(caller, c.documents(), c.vocabulary(), c.rejected(), publish, (at, total) -> {});
    }

    /** What it would change now. */
    @GetMapping("/{id}")
    Arrival look(Caller caller, @PathVariable String id, @RequestParam(defaultValue = "false") boolean publish) {
        caller.may(Role.LEAD, Scope.LIBRARY, ACT);
        return new Arrival(id, compare(caller, arrivals.contents(caller, id), publish));
    }

    /** One of its files beside what is there. */
    @GetMapping("/{id}/file")
    Beside beside(Caller caller, @PathVariable String id, @RequestParam(defaultValue = "") String path) {
        caller.may(Role.LEAD, Scope.LIBRARY, ACT);
        LibraryArchive.Contents c = arrivals.contents(caller, id);
        String text = path.equals(LibraryArchive.WORDS)
                ? c.vocabulary()
                : c.documents().stream()
                        .filter(d -> d.path().equals(path))
                        .map(ImportService.Incoming::text)
                        .findFirst()
                        .orElse(null);
        if (text == null) {
            throw Refusal.notFound("What you sent has no file \"" + path + "\" that can be read.");
        }
        return new Beside(library.there(caller, path), text);
    }

    /** Imports what was chosen of it, all or nothing; the answer is a job. */
    @PostMapping("/{id}")
    @ResponseStatus(HttpStatus.ACCEPTED)
    Jobs.View importChosen(Caller caller, @PathVariable String id, @RequestBody Choice body) {
        caller.may(Role.LEAD, Scope.LIBRARY, ACT);
        LibraryArchive.Contents c = arrivals.contents(caller, id);
        List<ImportService.Chosen> chosen = body.files() == null
                ? List.of()
                : body.files().stream()
                        .filter(Objects::nonNull)
                        .filter(f -> f.path() != null)
                        .map(f -> new ImportService.Chosen(f.path(), f.revision() == null ? 0 : f.revision()))
                        .distinct()
                        .toList();
        if (chosen.isEmpty()) {
            throw Refusal.invalid("Choose at least one file.");
        }
        Map<String, ImportService.Incoming> there =
                c.documents().stream().collect(Collectors.toMap(ImportService.Incoming::path, Function.identity()));
        boolean words = chosen.stream().anyMatch(f -> f.path().equals(LibraryArchive.WORDS)) && c.vocabulary() != null;
        for (ImportService.Chosen f : chosen) {
            if (!there.containsKey(f.path()) && !(words && f.path().equals(LibraryArchive.WORDS))) {
                throw Refusal.invalid(
                        "What you sent has no file \"" + f.path() + "\" that can be read. Nothing was stored.");
            }
        }
        List<ImportService.Incoming> documents = chosen.stream()
                .map(f -> there.get(f.path()))
                .filter(Objects::nonNull)
                .toList();
        return jobs.start(caller, "library-import", progress -> {
            ImportService.Imported done = library.importChosen(
                    caller,
                    documents,
                    words ? c.vocabulary() : null,
                    chosen,
                    Boolean.TRUE.equals(body.publish()),
                    progress);
            arrivals.forget(caller, id);
            return done;
        });
    }

    /** Forgets it. */
    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void forget(Caller caller, @PathVariable String id) {
        caller.may(Role.LEAD, Scope.LIBRARY, ACT);
        arrivals.forget(caller, id);
    }
}
