package org.mendak.server.howto;

import java.util.List;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.FromCaller;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** How-tos as plain text, Markdown or HTML. */
@RestController
@RequestMapping("/api/how-tos")
class HowToController {

    /** A how-to; {@code name} is the name of its file, or what it is called. */
    @FromCaller
    record HowToText(String name, String text) {}

    @FromCaller
    record HowTos(List<HowToText> howTos) {}

    private final HowToService service;

    HowToController(HowToService service) {
        this.service = service;
    }

    /** What drafts would be made; nothing is stored. What cannot be read is told beside those that can. */
    @PostMapping("/preview")
    List<HowToService.Read> preview(Caller caller, @RequestBody HowTos body) {
        return service.preview(caller, body.howTos());
    }

    /** Makes drafts of all of them, or of none if one cannot be read. */
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    List<HowToService.Read> bringIn(Caller caller, @RequestBody HowTos body) {
        return service.bringIn(caller, body.howTos());
    }
}
