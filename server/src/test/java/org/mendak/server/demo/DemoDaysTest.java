package org.mendak.server.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.mendak.core.evidence.Evidence;
import org.mendak.core.evidence.FixTally;
import org.mendak.core.evidence.Interval;
import org.mendak.core.plan.Plan;
import org.mendak.server.TestDay;
import org.mendak.server.cases.CaseIntake;
import org.mendak.server.platform.Who;

/**
 * What the README, the pictures and a lead's first look rely on holds on whatever day the demo is loaded: its cases end on that
 * day, and with it move the months, the seasons, the alarms and the orders.
 *
 * <p>{@code -Dmendak.demo.days=800} walks so many days in a row instead of the chosen ones.
 */
class DemoDaysTest {

    private static final LocalTime MORNING = LocalTime.of(9, 40);
    private static final ZoneId SUMMER = ZoneId.of("Europe/Oslo");

    /** A moment and the zone of the desk. */
    record Day(LocalDate date, LocalTime time, ZoneId zone) {
        Instant instant() {
            return date.atTime(time).atZone(zone).toInstant();
        }

        @Override
        public String toString() {
            return date + " " + time + " " + zone;
        }
    }

    static Stream<Day> days() {
        int walk = Integer.getInteger("mendak.demo.days", 0);
        if (walk > 0) {
            return LongStream.range(0, walk).mapToObj(i -> new Day(TestDay.DATE.plusDays(i), MORNING, ZoneOffset.UTC));
        }
        LocalDate from = TestDay.DATE;
        Set<LocalDate> dates = new TreeSet<>();
        for (DayOfWeek d : DayOfWeek.values()) {
            dates.add(from.with(java.time.temporal.TemporalAdjusters.next(d)));
        }
        for (int month = 0; month < 14; month++) {
            LocalDate first = from.withDayOfMonth(1).plusMonths(month + 1L);
            dates.add(first);
            dates.add(first.minusDays(1));
            dates.add(first.plusDays(13));
        }
        dates.add(LocalDate.of(2028, 2, 29));
        dates.add(from.plusYears(2));
        Stream<Day> utc = dates.stream().map(d -> new Day(d, MORNING, ZoneOffset.UTC));
        // clocks are put forward and back in the night before, and New Year's is begun at midnight
        Stream<Day> zoned = Stream.of(
                new Day(LocalDate.of(2027, 3, 28), LocalTime.of(3, 1), SUMMER),
                new Day(LocalDate.of(2027, 10, 31), LocalTime.of(2, 30), SUMMER),
                new Day(LocalDate.of(2027, 1, 1), LocalTime.of(0, 1), ZoneId.of("Pacific/Auckland")),
                new Day(LocalDate.of(2026, 12, 31), LocalTime.of(23, 59), ZoneId.of("America/St_Johns")));
        return Stream.concat(utc, zoned);
    }

    @ParameterizedTest
    @MethodSource("days")
    void theDemoIsWhatItPromises(Day day) {
        DemoOnADay demo = new DemoOnADay(day.instant(), day.zone());
        eighteenMonthsThatEndToday(demo, day.instant());
        aFixThatAReleaseBroke(demo);
        aPopularFixThatIsWorseThanTheNeglectedOne(demo);
        anOrderWorthADraft(demo);
        aSurgeAndASeason(demo, day);
        workAtHand(demo);
    }

    private static void eighteenMonthsThatEndToday(DemoOnADay demo, Instant now) {
        assertThat(demo.cases).hasSize(3_034);
        assertThat(demo.cases).filteredOn(c -> c.row().errorKey() == null).hasSize(34);
        assertThat(demo.cases.stream().map(c -> c.row().agent()).distinct()).hasSize(14);
        Instant first = demo.cases.stream()
                .map(c -> c.row().openedAt())
                .min(Instant::compareTo)
                .orElseThrow();
        Instant last = demo.cases.stream()
                .map(c -> c.row().openedAt())
                .max(Instant::compareTo)
                .orElseThrow();
        assertThat(ChronoUnit.DAYS.between(first, last)).isBetween(530L, 549L);
        assertThat(last).isBetween(now.minus(Duration.ofDays(1)), now);
        assertThat(demo.cases.stream()
                        .flatMap(c -> Stream.of(c.row().closedAt()))
                        .filter(java.util.Objects::nonNull))
                .allMatch(at -> !at.isAfter(now));
    }

    /** The first thing that a lead reads under "What changed". */
    private static void aFixThatAReleaseBroke(DemoOnADay demo) {
        DemoOnADay.Changed first = demo.changed().get(0);
        assertThat(first.error() + " " + first.fix()).isEqualTo("till-staging-full empty-staging");
        assertThat(first.change().fell()).isTrue();
        assertThat(first.change().release()).isEqualTo("5.4");
    }

    private static void aPopularFixThatIsWorseThanTheNeglectedOne(DemoOnADay demo) {
        Evidence e = demo.evidence("till-staging-full").evidence();
        assertThat(e.fixes()).startsWith("free-print-queue", "empty-staging");
        FixTally popular = e.tallies().get(0);
        FixTally neglected = e.tallies().get(1);
        assertThat(popular.triedFirst()).isGreaterThan(5 * neglected.triedFirst());
        Interval worse = e.plausible(0, 0).orElseThrow();
        Interval better = e.plausible(1, 0).orElseThrow();
        assertThat(worse.high()).isLessThan(better.low());
        Plan plan = demo.plan("till-staging-full", false);
        assertThat(plan.mode()).isEqualTo(Plan.Mode.MEASURED);
        assertThat(DemoOnADay.order(plan)).startsWith("empty-staging");
        assertThat(plan.expectedMinutes()).isLessThan(plan.expectedMinutesAuthored());
    }

    private static void anOrderWorthADraft(DemoOnADay demo) {
        List<String> order = DemoOnADay.order(demo.plan("tidewall-timetable-shape", false));
        assertThat(order.indexOf("convert-timetable")).isLessThan(order.indexOf("rebuild-layout"));
        assertThat(DemoOnADay.order(demo.plan("watchbill-part-missing", true))).startsWith("roster-in-browser");
    }

    private static void aSurgeAndASeason(DemoOnADay demo, Day day) {
        Instant weekAgo = day.instant().minus(Duration.ofDays(8));
        long lastWeek = demo.entries("purserdesk-fares-missing").stream()
                .filter(c -> c.openedAt().isAfter(weekAgo))
                .count();
        long before = demo.entries("purserdesk-fares-missing").size() - lastWeek;
        assertThat(lastWeek).isGreaterThan(4 * Math.max(1, before / 77));
        var byMonth = demo.entries("till-staging-full").stream()
                .collect(Collectors.partitioningBy(
                        c -> Set.of(6, 7, 8)
                                .contains(c.openedAt().atZone(day.zone()).getMonthValue()),
                        Collectors.counting()));
        // eighteen months hold one summer at least, and in it every month counts three times
        assertThat(byMonth.get(true)).isGreaterThan(byMonth.get(false) / 4);
    }

    /** The tests in the browser and the first minute of the README open these. */
    private static void workAtHand(DemoOnADay demo) {
        List<CaseIntake.Ready> open =
                demo.cases.stream().filter(c -> c.row().open()).toList();
        assertThat(open).hasSize(6);
        assertThat(open.stream().filter(c -> c.row().agent().equals(new Who(1))))
                .hasSize(3);
        assertThat(open.get(0).row().errorKey()).isEqualTo("till-staging-full");
    }
}
