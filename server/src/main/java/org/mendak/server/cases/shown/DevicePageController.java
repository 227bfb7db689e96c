package org.mendak.server.cases.shown;

import io.swagger.v3.oas.annotations.Hidden;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.io.StringWriter;
import java.net.URI;
import java.net.URLDecoder;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.HashMap;
import java.util.Map;
import java.util.UUID;
import org.mendak.server.platform.OpenToAll;
import org.mendak.server.platform.Refusal;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The page at the device as a page: a few kilobytes that can be read and answered without scripts. */
@Hidden
@RestController
class DevicePageController {

    private final DeviceLinks links;
    private final DeviceAnswers answers;
    private final Clock clock;

    DevicePageController(DeviceLinks links, DeviceAnswers answers, Clock clock) {
        this.links = links;
        this.answers = answers;
        this.clock = clock;
    }

    /** Where a code is typed. */
    @OpenToAll
    @GetMapping("/show")
    ResponseEntity<String> ask(@RequestParam(required = false) String code) throws IOException {
        return code == null || code.isBlank()
                ? html(HttpStatus.OK, "", page -> page.askForCode(""))
                : seeOther(code.strip());
    }

    @OpenToAll
    @GetMapping("/show/{code}")
    ResponseEntity<String> page(
            @PathVariable String code,
            @RequestHeader(name = HttpHeaders.IF_NONE_MATCH, required = false) String known,
            HttpServletRequest request)
            throws IOException {
        try {
            OpenLink l = links.opened(code, request.getRemoteAddr());
            if (known != null && l.still(known.replaceAll("^(?:W/)?\"|\"$", ""), clock.instant())) {
                return ResponseEntity.status(HttpStatus.NOT_MODIFIED)
                        .eTag("\"" + l.tag() + "\"")
                        .build();
            }
            return page(HttpStatus.OK, l, code, "", "");
        } catch (Refusal r) {
            return html(r.status(), "", page -> page.askForCode(r.getMessage()));
        }
    }

    /** An answer without scripts; the page comes back, with what was typed if it was refused. */
    @OpenToAll
    @PostMapping("/show/{code}")
    ResponseEntity<String> send(@PathVariable String code, HttpServletRequest request) throws IOException {
        OpenLink l;
        try {
            l = links.opened(code, request.getRemoteAddr());
        } catch (Refusal r) {
            return html(r.status(), "", page -> page.askForCode(r.getMessage()));
        }
        Map<String, String> form = form(request);
        try {
            answers.send(l, sent(form));
            return seeOther(code);
        } catch (Refusal r) {
            return page(r.status(), l, code, r.getMessage(), form.getOrDefault("text", ""));
        }
    }

    private static DeviceAnswers.Sent sent(Map<String, String> form) {
        return new DeviceAnswers.Sent(
                form.getOrDefault("id", UUID.randomUUID().toString()),
                number(form.get("step")),
                form.get("item"),
                form.get("kind"),
                number(form.get("about")),
                form.get("text"));
    }

    private static Integer number(String text) {
        return text != null && text.matches("\\d{1,4}") ? Integer.valueOf(text) : null;
    }

    /** The fields of a form. The server's own reading of forms goes by what was read off the line before. */
    private static Map<String, String> form(HttpServletRequest request) throws IOException {
        Map<String, String> fields = new HashMap<>();
        String body = new String(request.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        for (String field : body.split("&")) {
            int equals = field.indexOf('=');
            if (equals > 0) {
                fields.put(decoded(field.substring(0, equals)), decoded(field.substring(equals + 1)));
            }
        }
        return fields;
    }

    private static String decoded(String text) {
        try {
            return URLDecoder.decode(text, StandardCharsets.UTF_8);
        } catch (IllegalArgumentException notEncoded) {
            return text;
        }
    }

    private static ResponseEntity<String> seeOther(String code) {
        return ResponseEntity.status(HttpStatus.SEE_OTHER)
                .location(URI.create("/show/" + URLEncoder.encode(code, StandardCharsets.UTF_8)))
                .build();
    }

    private ResponseEntity<String> page(HttpStatus status, OpenLink l, String code, String trouble, String typed)
            throws IOException {
        // named before it is looked at: what changes meanwhile is asked for again
        String tag = l.tag();
        DevicePage shown = links.page(l);
        return html(status, tag, page -> page.step(shown, code, trouble, typed));
    }

    /** Writes into a page. */
    @FunctionalInterface
    private interface Body {
        void write(PageWriter page) throws IOException;
    }

    private static ResponseEntity<String> html(HttpStatus status, String tag, Body body) throws IOException {
        StringWriter all = new StringWriter();
        body.write(new PageWriter(all));
        ResponseEntity.BodyBuilder answer = ResponseEntity.status(status)
                .contentType(new MediaType(MediaType.TEXT_HTML, StandardCharsets.UTF_8))
                .cacheControl(CacheControl.noCache().cachePrivate());
        if (!tag.isEmpty()) {
            answer.eTag("\"" + tag + "\"");
        }
        return answer.body(all.toString());
    }
}
