package org.mendak.server.platform;

import io.swagger.v3.oas.annotations.Hidden;
import jakarta.servlet.http.HttpServletResponse;
import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** {@code GET /api/live}: server-sent events; with {@code case=7} each change of that case, and without only that some have changed. */
@Hidden
@RestController
class LiveController {

    private static final int MOST_ABOUT = 20;

    private final Live live;
    private final Watched watched;

    LiveController(Live live, Watched watched) {
        this.live = live;
        this.watched = watched;
    }

    @GetMapping(path = "/api/live", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter open(
            Caller caller,
            @RequestParam(name = "case", defaultValue = "") List<Long> cases,
            @RequestHeader(name = "Last-Event-ID", required = false) Long after,
            HttpServletResponse response) {
        response.setHeader("Cache-Control", "no-store");
        response.setHeader("X-Accel-Buffering", "no");
        if (cases.size() > MOST_ABOUT) {
            throw Refusal.invalid("At most " + MOST_ABOUT + " cases can be looked at at once.");
        }
        cases.stream().filter(Objects::nonNull).forEach(n -> watched.refuseOthers(caller, n));
        return live.open(caller, after, cases.stream().map(n -> "case " + n).collect(Collectors.toSet()));
    }
}
