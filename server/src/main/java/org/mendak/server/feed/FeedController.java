package org.mendak.server.feed;

import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Duration;
import java.util.HexFormat;
import org.mendak.server.platform.Caller;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.support.ServletUriComponentsBuilder;

/** The feed over HTTP; whoever asks again with its ETag is told if nothing is new. */
@RestController
class FeedController {

    private static final Duration FRESH = Duration.ofMinutes(1);

    private final FeedService feed;

    FeedController(FeedService feed) {
        this.feed = feed;
    }

    /** The newest hundred things that were published, and what surges. */
    @GetMapping(value = "/api/feed.atom", produces = MediaType.APPLICATION_ATOM_XML_VALUE)
    ResponseEntity<byte[]> feed(Caller caller) throws NoSuchAlgorithmException {
        String home =
                ServletUriComponentsBuilder.fromCurrentContextPath().build().toUriString();
        byte[] xml = feed.feed(caller, home);
        String tag =
                HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(xml), 0, 16);
        return ResponseEntity.ok()
                .eTag(tag)
                .cacheControl(CacheControl.maxAge(FRESH).cachePrivate())
                .contentType(MediaType.APPLICATION_ATOM_XML)
                .body(xml);
    }
}
