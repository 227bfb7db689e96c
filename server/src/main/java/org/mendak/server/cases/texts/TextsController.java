package org.mendak.server.cases.texts;

import org.mendak.server.platform.Caller;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Texts to send over HTTP. */
@RestController
class TextsController {

    private final CaseTexts texts;

    TextsController(CaseTexts texts) {
        this.texts = texts;
    }

    /** A text to send: {@code kind} is ticket, hand-out or hand-over; {@code as} is markdown or plain. */
    @GetMapping(value = "/api/cases/{n}/texts/{kind}", produces = MediaType.TEXT_PLAIN_VALUE + ";charset=UTF-8")
    String text(
            Caller caller,
            @PathVariable long n,
            @PathVariable String kind,
            @RequestParam(defaultValue = "markdown") String as) {
        return texts.of(caller, n, kind, as);
    }
}
