package org.mendak.server.platform;

import com.fasterxml.jackson.annotation.JsonValue;
import jakarta.servlet.MultipartConfigElement;
import java.time.Clock;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.mendak.core.evidence.Effect;
import org.mendak.core.evidence.Outcome;
import org.mendak.core.plan.Reason;
import org.mendak.core.runbook.Outline;
import org.mendak.core.runbook.Problem;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.boot.autoconfigure.condition.ConditionalOnMissingBean;
import org.springframework.boot.jackson.autoconfigure.JsonMapperBuilderCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tools.jackson.core.JsonGenerator;
import tools.jackson.databind.SerializationContext;
import tools.jackson.databind.ValueSerializer;
import tools.jackson.databind.module.SimpleModule;

/** The clock, so that tests can set it, and the words of what core does not know to write as JSON. */
@Configuration
class PlatformConfig {

    /** What core counts up and answers tell, with the words for it. */
    static final Map<Class<?>, List<String>> WORDED = Map.of(
            Problem.Severity.class, words(Problem.Severity.values(), Problem.Severity::word),
            Outcome.class, words(Outcome.values(), Outcome::word),
            Effect.Verdict.class, words(Effect.Verdict.values(), Effect.Verdict::word),
            Reason.Code.class, words(Reason.Code.values(), Reason.Code::word),
            Outline.Kind.class, words(Outline.Kind.values(), Outline.Kind::word),
            Outline.Shape.class, words(Outline.Shape.values(), Outline.Shape::word));

    private static <T> List<String> words(T[] all, Function<T, String> word) {
        return Arrays.stream(all).map(word).toList();
    }

    /** Core has no JSON; this says how what it counts up is written. */
    interface CoreWord {
        @JsonValue
        String word();
    }

    @Bean
    JsonMapperBuilderCustomizer wordsOfCore() {
        return builder -> WORDED.keySet().forEach(type -> builder.addMixIn(type, CoreWord.class));
    }

    /** People stand in answers by the name that they are shown by. */
    @Bean
    JsonMapperBuilderCustomizer peopleByName(ObjectProvider<Names> names) {
        SpringDocUtils.getConfig().replaceWithClass(Who.class, String.class);
        SimpleModule module = new SimpleModule();
        module.addSerializer(Who.class, new ValueSerializer<Who>() {
            @Override
            public void serialize(Who who, JsonGenerator out, SerializationContext context) {
                out.writeString(names.getObject().of(who));
            }
        });
        return builder -> builder.addModule(module);
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
