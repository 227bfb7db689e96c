package org.mendak.server.cases.shown;

import io.swagger.v3.oas.annotations.Parameter;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import org.mendak.server.cases.pictures.WholePicture;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.FromCaller;
import org.mendak.server.platform.Limits;
import org.mendak.server.platform.OpenToAll;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The page at the device over HTTP: the agent's side, and the side of whoever has the code. */
@RestController
class ShownController {

    @FromCaller
    record ShowFix(String fix) {}

    /**
     * What becomes of an answer.
     *
     * @param take whether it is taken into the case; it is dropped otherwise
     * @param minutes how long the fix took, for an answer that ends it; null if only the clock knows
     */
    @FromCaller
    record Settled(Boolean take, Double minutes) {}

    private final DeviceLinks links;
    private final DeviceAnswers answers;

    ShownController(DeviceLinks links, DeviceAnswers answers) {
        this.links = links;
        this.answers = answers;
    }

    @PostMapping("/api/cases/{n}/shown")
    DeviceLinks.Code show(Caller caller, @PathVariable long n, @RequestBody ShowFix body) {
        return links.show(caller, n, body.fix());
    }

    /** What is shown at the device, whether somebody is there, and what was answered and waits. */
    @GetMapping("/api/cases/{n}/shown")
    DeviceAnswers.Shown shown(Caller caller, @PathVariable long n) {
        return answers.shown(caller, n);
    }

    /** Takes back whatever of the case is shown by a code. */
    @DeleteMapping("/api/cases/{n}/shown")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void takeBack(Caller caller, @PathVariable long n) {
        links.takeBack(caller, n);
    }

    /** Takes an answer from the device into the case, or drops it. */
    @PostMapping("/api/cases/{n}/shown/{id}")
    DeviceAnswers.Shown settle(Caller caller, @PathVariable long n, @PathVariable long id, @RequestBody Settled body) {
        return answers.settle(caller, n, id, body.take(), body.minutes());
    }

    /** A picture that was sent from the device and waits. */
    @GetMapping("/api/cases/{n}/shown/{id}/picture")
    ResponseEntity<byte[]> picture(Caller caller, @PathVariable long n, @PathVariable long id) {
        WholePicture p = answers.picture(caller, n, id);
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType(p.type()))
                .cacheControl(CacheControl.noStore())
                .header("Content-Security-Policy", "default-src 'none'; sandbox")
                .body(p.bytes());
    }

    /** The step in hand, for reading at the device, by its short code; needs no signing in. */
    @OpenToAll
    @GetMapping("/api/shown/{code}")
    DevicePage page(@PathVariable String code, @Parameter(hidden = true) HttpServletRequest request) {
        return links.page(links.opened(code, request.getRemoteAddr()));
    }

    /** An answer from the device; needs no signing in. */
    @OpenToAll
    @PostMapping("/api/shown/{code}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void send(
            @PathVariable String code,
            @RequestBody DeviceAnswers.Sent body,
            @Parameter(hidden = true) HttpServletRequest request) {
        answers.send(links.opened(code, request.getRemoteAddr()), body);
    }

    /** A picture from the device, the bytes alone; needs no signing in. Nothing is read of it under a wrong code. */
    @OpenToAll
    @PostMapping("/api/shown/{code}/pictures")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @io.swagger.v3.oas.annotations.parameters.RequestBody(
            content = @Content(mediaType = "image/*", schema = @Schema(type = "string", format = "binary")))
    void sendPicture(
            @PathVariable String code,
            @RequestParam String id,
            @RequestParam int step,
            @Parameter(hidden = true) HttpServletRequest request)
            throws IOException {
        OpenLink link = links.opened(code, request.getRemoteAddr());
        byte[] bytes = request.getInputStream().readNBytes(Limits.PICTURE_BYTES + 1);
        answers.send(link, new DeviceAnswers.Sent(id, step, null, "picture", null, null), bytes);
    }
}
