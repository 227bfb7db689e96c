package org.mendak.server.cases;

import java.io.IOException;
import java.time.Duration;
import java.util.List;
import org.mendak.server.cases.pictures.PictureService;
import org.mendak.server.cases.pictures.WholePicture;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.FromCaller;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.team.TeamService;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** What goes with a case beside its fixes: other hands, later findings, pictures. */
@RestController
class CaseMoreController {

    @FromCaller
    record GiveTo(String to, String note) {}

    @FromCaller
    record Again(Long of, Boolean again) {}

    private final CaseAfterwards afterwards;
    private final OwedService owed;
    private final PictureService pictures;
    private final CaseLocks locks;

    CaseMoreController(CaseAfterwards afterwards, OwedService owed, PictureService pictures, CaseLocks locks) {
        this.afterwards = afterwards;
        this.owed = owed;
        this.pictures = pictures;
        this.locks = locks;
    }

    /** What the caller has in hand beside open cases: what was passed to them, and what they handed over unsolved. */
    @GetMapping("/api/in-hand")
    OwedService.InHand inHand(Caller caller) {
        return owed.inHand(caller);
    }

    /** Whom a case can be given to. */
    @GetMapping("/api/colleagues")
    List<TeamService.Colleague> colleagues(Caller caller) {
        return afterwards.colleagues(caller);
    }

    @PostMapping("/api/cases/{n}/handover")
    CaseViews.Case handOver(
            Caller caller,
            @PathVariable long n,
            @RequestHeader(value = HttpHeaders.IF_MATCH, required = false) String ifMatch,
            @RequestBody GiveTo body) {
        return afterwards.handOver(
                caller, n, body.to(), body.note(), CaseVersions.seen(ifMatch).orElse(null));
    }

    /** What was found out about a case after its end. */
    @PostMapping("/api/cases/{n}/findings")
    CaseViews.Case found(Caller caller, @PathVariable long n, @RequestBody CaseAfterwards.Found body) {
        return afterwards.found(caller, n, body);
    }

    /** Whether this case is an earlier one come back. */
    @PostMapping("/api/cases/{n}/recurrence")
    CaseViews.Case recurrence(Caller caller, @PathVariable long n, @RequestBody Again body) {
        return afterwards.recurrence(caller, n, body.of(), body.again());
    }

    @PostMapping(value = "/api/cases/{n}/pictures", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    CaseViews.Case addPicture(Caller caller, @PathVariable long n, @RequestParam("file") MultipartFile file)
            throws IOException {
        caller.may(Role.AGENT, Scope.CASES, "work cases");
        PictureService.Incoming picture = pictures.incoming(file.getOriginalFilename(), file.getBytes());
        return locks.change(caller, n, (tx, c) -> pictures.keep(tx, caller, n, picture));
    }

    @GetMapping("/api/cases/{n}/pictures/{id}")
    ResponseEntity<byte[]> picture(Caller caller, @PathVariable long n, @PathVariable long id) {
        WholePicture p = pictures.whole(caller, n, id);
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType(p.type()))
                .cacheControl(CacheControl.maxAge(Duration.ofHours(1)).cachePrivate())
                .header("Content-Security-Policy", "default-src 'none'; sandbox")
                .body(p.bytes());
    }

    @DeleteMapping("/api/cases/{n}/pictures/{id}")
    CaseViews.Case removePicture(Caller caller, @PathVariable long n, @PathVariable long id) {
        return locks.change(caller, n, (tx, c) -> pictures.remove(tx, caller, n, id));
    }
}
