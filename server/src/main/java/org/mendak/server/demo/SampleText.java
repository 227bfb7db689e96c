package org.mendak.server.demo;

import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import org.mendak.core.language.Template;
import org.mendak.core.recognise.Recogniser;
import org.mendak.core.recognise.Recognition;
import org.mendak.core.runbook.KnownError;
import org.mendak.core.runbook.Signature;

/** What callers paste in the demo about one error: its sample with other values, sometimes from a log. */
final class SampleText {

    /** A text, and the values that stand in it. */
    record Said(String text, Map<String, String> values) {}

    private final KnownError error;

    /** The values of the error's own sample. */
    private final Map<String, String> own;

    SampleText(KnownError error) {
        this.error = error;
        this.own = Recogniser.of(List.of(error))
                .recognise(new Recogniser.Query(error.samples().get(0).text(), null, null, null))
                .candidates()
                .stream()
                .findFirst()
                .map(Recognition.Candidate::captures)
                .orElse(Map.of());
    }

    Said vary(String pier, Random random) {
        Map<String, String> values = new HashMap<>(own);
        values.replaceAll((name, value) -> switch (name) {
            case "stage" -> "/var/stage/" + pier.toLowerCase(Locale.ROOT);
            case "need" -> 200 + random.nextInt(900) + " MB";
            case "drift" -> 70 + random.nextInt(900) + " s";
            case "pid", "block" -> String.valueOf(1_000 + random.nextInt(9_000));
            case "till" -> "till-" + pier.substring(0, 3).toLowerCase(Locale.ROOT) + "-0" + (1 + random.nextInt(5));
            default -> value;
        });
        Template message = error.signatures().stream()
                .filter(s -> s.kind() == Signature.Kind.MESSAGE)
                .findFirst()
                .map(Signature::template)
                .orElse(null);
        if (message == null) {
            return new Said(error.title(), Map.of());
        }
        String text = message.fill(values);
        String code = error.signatures().stream()
                .filter(s -> s.kind() == Signature.Kind.CODE)
                .findFirst()
                .map(Signature::text)
                .orElse("");
        String said = switch (random.nextInt(3)) {
            case 0 ->
                "08:41:09 " + error.phases().get(0).word() + "r[" + (2_000 + random.nextInt(900)) + "] ERROR " + text;
            case 1 -> code.isEmpty() ? text : text + " (" + code + ")";
            default -> text;
        };
        return new Said(said, values);
    }
}
