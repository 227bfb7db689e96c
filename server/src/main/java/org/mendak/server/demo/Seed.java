package org.mendak.server.demo;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.mendak.core.runbook.Fix;
import org.mendak.core.simulate.HiddenError;
import org.snakeyaml.engine.v2.api.Load;
import org.snakeyaml.engine.v2.api.LoadSettings;

/** The hidden truth of the demo, from {@code demo/seed.yaml}. */
record Seed(
        long seed,
        int cases,
        int days,
        List<String> agents,
        List<String> piers,
        Map<String, Map<String, Object>> truth) {

    @SuppressWarnings("unchecked")
    static Seed read(Path file) {
        try {
            Map<String, Object> all = (Map<String, Object>)
                    new Load(LoadSettings.builder().build()).loadFromString(Files.readString(file));
            return new Seed(
                    ((Number) all.get("seed")).longValue(),
                    ((Number) all.get("cases")).intValue(),
                    ((Number) all.get("days")).intValue(),
                    (List<String>) all.get("agents"),
                    (List<String>) all.get("piers"),
                    (Map<String, Map<String, Object>>) all.get("errors"));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The errors with their fixes' own minutes. */
    @SuppressWarnings("unchecked")
    List<HiddenError> errors(Map<String, Fix> fixes) {
        List<HiddenError> errors = new ArrayList<>();
        truth.forEach((key, t) -> {
            List<HiddenError.HiddenFix> hidden = new ArrayList<>();
            ((Map<String, Number>) t.get("shares"))
                    .forEach((fix, share) -> hidden.add(new HiddenError.HiddenFix(
                            fix, share.doubleValue(), fixes.get(fix).minutes())));
            errors.add(new HiddenError(key, number(t, "often"), hidden, number(t, "none"), number(t, "overlap")));
        });
        return errors;
    }

    private static double number(Map<String, Object> t, String name) {
        return ((Number) t.get(name)).doubleValue();
    }
}
