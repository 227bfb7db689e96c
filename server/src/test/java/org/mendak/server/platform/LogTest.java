package org.mendak.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import ch.qos.logback.classic.Logger;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.core.read.ListAppender;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendak.server.Api;
import org.mendak.server.OnDesk;
import org.mendak.server.RunningApp;
import org.slf4j.LoggerFactory;

/** The log tells what was slow or went wrong, and in which call; never what somebody sent. */
class LogTest extends OnDesk {

    private static List<String> logged(Class<?> by, Runnable work) {
        Logger logger = (Logger) LoggerFactory.getLogger(by);
        ListAppender<ILoggingEvent> list = new ListAppender<>();
        list.start();
        logger.addAppender(list);
        try {
            work.run();
        } finally {
            logger.detachAppender(list);
        }
        return list.list.stream().map(ILoggingEvent::getFormattedMessage).toList();
    }

    @Test
    void eachAnswerHasAnIdOfItsOwnAndNobodyChoosesIt() {
        Api.Answer one = api.get("/api/session");
        assertThat(one.header(RequestIdFilter.HEADER)).matches("[0-9a-f]{16}");
        Api.Answer two = api.send("GET", "/api/session", null, RequestIdFilter.HEADER, "chosen-by-somebody");
        assertThat(two.header(RequestIdFilter.HEADER))
                .matches("[0-9a-f]{16}")
                .isNotEqualTo(one.header(RequestIdFilter.HEADER));
        // refused ones too, and what is no call of the API
        assertThat(Api.browser(app.address()).get("/api/people").header(RequestIdFilter.HEADER))
                .matches("[0-9a-f]{16}");
        assertThat(api.get("/nothing-here").header(RequestIdFilter.HEADER)).matches("[0-9a-f]{16}");
    }

    @Test
    void behindProxiesItIsTheirsIfItIsOne(@TempDir Path folder) {
        try (RunningApp behind = RunningApp.on(folder, "--mendak.proxies=10.0.0.7")) {
            Api who = behind.lead();
            assertThat(who.send("GET", "/api/session", null, RequestIdFilter.HEADER, "7f3a.edge-2_1")
                            .header(RequestIdFilter.HEADER))
                    .isEqualTo("7f3a.edge-2_1");
            for (String wrong : List.of("short", "with a space", "x".repeat(65), "semi;colon;here")) {
                assertThat(who.send("GET", "/api/session", null, RequestIdFilter.HEADER, wrong)
                                .header(RequestIdFilter.HEADER))
                        .matches("[0-9a-f]{16}");
            }
        }
    }

    @Test
    void whoIsRefusedWhatIsToldByNumberAndCallAndOnceASecondAtMost() {
        Api agent = agent("per", "Per Sund");
        long id = personCalled("Per Sund");
        List<String> said = logged(RefusedCalls.class, () -> {
            agent.delete("/api/people/7/tokens/8").refused(403, "a lead");
            for (int i = 0; i < 5; i++) {
                agent.get("/api/people").refused(403, "a lead");
                Api.bearer(app.address(), "nobody's").get("/api/people").expect(401);
            }
        });
        assertThat(said.get(0)).isEqualTo("person " + id + " was refused: DELETE /api/people/{id}/tokens/{token}");
        // five more of each were told of in few lines, or in none so far
        assertThat(said).hasSizeLessThan(8).noneMatch(line -> line.contains("Sund") || line.contains("nobody's"));
    }

    @Test
    void linesThatAreSaidSparinglySayHowManyWereNot() {
        Sparingly sparingly = new Sparingly();
        assertThat(sparingly.next()).hasValue(0);
        assertThat(sparingly.next()).isEmpty();
        assertThat(sparingly.next()).isEmpty();
        assertThat(Sparingly.others(2)).isEqualTo(" (and 2 more since the last line)");
        assertThat(Sparingly.others(0)).isEmpty();
    }

    private static SlowStatements slowFrom(Duration least) {
        return new SlowStatements(SettingsFrom.of("slow-statement", least.toNanos() + "ns"));
    }

    @Test
    void aSlowStatementIsToldOfAsItIsWrittenAndOnceASecondAtMost() {
        SlowStatements all = slowFrom(Duration.ofNanos(1));
        long longAgo = System.nanoTime() - Duration.ofSeconds(3).toNanos();
        List<String> said = logged(SlowStatements.class, () -> {
            all.ended("select a from b where c = ?", longAgo);
            all.ended("select d from e where f = ?", longAgo);
        });
        assertThat(said).hasSize(1);
        assertThat(said.get(0)).matches("a statement took 3\\d{3} ms: select a from b where c = \\?");
    }

    @Test
    void whatIsQuickOrNotWantedIsNotToldOf() {
        Consumer<SlowStatements> ended = s ->
                s.ended("select 1", System.nanoTime() - Duration.ofMillis(20).toNanos());
        assertThat(logged(SlowStatements.class, () -> ended.accept(slowFrom(Duration.ofSeconds(30)))))
                .isEmpty();
        assertThat(logged(SlowStatements.class, () -> ended.accept(slowFrom(Duration.ZERO))))
                .isEmpty();
    }

    @Test
    void statementsOfTheDeskAreMeasuredAndTheirValuesStayUntold(@TempDir Path folder) {
        List<String> said = logged(SlowStatements.class, () -> {
            try (RunningApp slow = RunningApp.on(folder, "--mendak.slow-statement=1ns")) {
                slow.lead()
                        .post("/api/people", java.util.Map.of("login", "ragna", "name", "Ragna Tveit", "role", "agent"))
                        .expect(201);
            }
        });
        assertThat(said)
                .isNotEmpty()
                .allSatisfy(
                        line -> assertThat(line).startsWith("a statement took ").doesNotContainIgnoringCase("ragna"));
    }

    @Test
    void whatWentWrongIsToldByKindAndPlaceAlone() {
        String told = Trace.of(new IllegalStateException("of Ragna Tveit", new RuntimeException("her words")));
        assertThat(told)
                .contains("java.lang.IllegalStateException", "java.lang.RuntimeException", "LogTest")
                .doesNotContain("Ragna", "words");
    }
}
