package org.mendak.server;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;

/**
 * The day on which every test plays, whatever the calendar says; set in {@code test-day.txt} alone. {@code ./mendak test
 * --days N} plays so many days later.
 */
public final class TestDay {

    /** A Wednesday, behind everything that tests import as history. */
    public static final LocalDate DATE = LocalDate.of(2026, 11, 25).plusDays(Integer.getInteger("mendak.test.days", 0));

    /** When an application begins, at some hour of the working day. */
    public static final Instant BEGIN = DATE.atTime(9, 40).toInstant(ZoneOffset.UTC);

    private TestDay() {}

    private static LocalDate written() {
        try {
            return LocalDate.parse(
                    Files.readString(Path.of("..", "test-day.txt")).strip());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Runs on from {@link #BEGIN} as time passes, and can be moved. */
    public static final class Ahead extends Clock {
        private final long startedNanos = System.nanoTime();
        private volatile Duration by = Duration.ZERO;

        private volatile Instant stopped;

        /** Stands still from here on, so that nothing is over because the machine is busy. */
        public void stop() {
            stopped = instant();
        }

        /** Goes on with what the time is by now. */
        public void goOn() {
            stopped = null;
        }

        /** Moves it on. */
        public void forward(Duration d) {
            by = by.plus(d);
        }

        @Override
        public ZoneId getZone() {
            return ZoneOffset.UTC;
        }

        @Override
        public Clock withZone(ZoneId zone) {
            return this;
        }

        @Override
        public Instant instant() {
            Instant still = stopped;
            return still != null
                    ? still
                    : BEGIN.plusNanos(System.nanoTime() - startedNanos).plus(by);
        }
    }
}
