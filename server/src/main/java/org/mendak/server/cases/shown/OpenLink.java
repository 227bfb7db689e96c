package org.mendak.server.cases.shown;

import java.time.Duration;
import java.time.Instant;

/** A link that somebody has opened since Mendak was started: who asks every two seconds whether anything is new costs no database. */
final class OpenLink {

    /** Who has not asked for so long is not there: a phone that is looked at asks every two seconds. */
    private static final Duration THERE = Duration.ofSeconds(12);

    /** What one device may send within a minute. */
    private static final int MOST_A_MINUTE = 40;

    private final LinkStore.Link link;
    private long stamp;
    private Instant shownUntil;
    private Instant seen;
    private Instant minute;
    private int sent;

    /** @param stamp what its states are counted from; another one after each start */
    OpenLink(LinkStore.Link link, long stamp) {
        this.link = link;
        this.stamp = stamp;
    }

    LinkStore.Link link() {
        return link;
    }

    /** What it shows is another now, or may be. */
    synchronized void changed() {
        stamp++;
    }

    /** Names what it shows now. */
    synchronized String tag() {
        return link.id() + "-" + stamp;
    }

    /** What was shown is another from then on by the passing of time alone; null if never. */
    synchronized void shownUntil(Instant then) {
        shownUntil = then;
    }

    /** Whether what somebody has under this tag is still what it shows. */
    synchronized boolean still(String tag, Instant now) {
        return tag().equals(tag) && (shownUntil == null || now.isBefore(shownUntil));
    }

    /** Somebody asked for it; whether they were not there before. */
    synchronized boolean asked(Instant now) {
        boolean came = !there(now);
        seen = now;
        return came;
    }

    synchronized boolean there(Instant now) {
        return seen != null && now.isBefore(seen.plus(THERE));
    }

    /** Whether one more may be sent within this minute. */
    synchronized boolean maySend(Instant now) {
        if (minute == null || !now.isBefore(minute.plusSeconds(60))) {
            minute = now;
            sent = 0;
        }
        return ++sent <= MOST_A_MINUTE;
    }
}
