package org.mendak.server.platform;

import com.fasterxml.jackson.annotation.JsonValue;
import jakarta.servlet.MultipartConfigElement;
import java.time.Clock;
import org.mendak.core.runbook.Problem;
import org.springframework.boot.autoconfigure.condition.ConditionalOnMissingBean;
import org.springframework.boot.jackson.autoconfigure.JsonMapperBuilderCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The clock, so that tests can set it, and the words of what core does not know to write as JSON. */
@Configuration
class PlatformConfig {

    /** Core has no JSON; this says how its severities are written. */
    interface SeverityWord {
        @JsonValue
        String word();
    }

    @Bean
    JsonMapperBuilderCustomizer wordsOfCore() {
        return builder -> builder.addMixIn(Problem.Severity.class, SeverityWord.class);
    }

    @Bean
    DeskFolder deskFolder(Settings settings) {
        return new DeskFolder(settings.folder());
    }

    /** Logs to be scanned go to the data folder as they arrive, never whole into memory. */
    @Bean
    MultipartConfigElement uploads(DeskFolder folder) {
        return new MultipartConfigElement(
                folder.ofThisRun("uploads").toString(),
                Limits.LOG_BYTES,
                Limits.LOG_BYTES + BodyLimitFilter.MULTIPART_BYTES,
                0);
    }

    @Bean
    @ConditionalOnMissingBean
    Clock clock() {
        return new SteadyClock(MachineClock.utc(), System::nanoTime);
    }
}
