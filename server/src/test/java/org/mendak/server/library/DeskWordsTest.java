package org.mendak.server.library;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnDemo;
import tools.jackson.databind.JsonNode;

/** The words of the desk are changed in their parts, and one that is called otherwise is so everywhere, with all that was measured. */
class DeskWordsTest extends OnDemo {

    private static final String WORDS = "/api/library/vocabulary";

    private JsonNode edit(String text, Object... edits) {
        return api.post(WORDS + "/edits", Map.of("text", text, "edits", List.of(edits)))
                .expect(200)
                .json();
    }

    private Api.Answer rename(String group, String name, String to) {
        return api.send(
                "POST",
                WORDS + "/renames",
                ("{\"group\":\"" + group + "\",\"name\":\"" + name + "\",\"to\":\"" + to + "\"}").getBytes(),
                "Content-Type",
                "application/json",
                "If-Match",
                api.get(WORDS).header("ETag"));
    }

    private JsonNode uses(String group, String name) {
        return api.get(WORDS + "/uses?group=" + group + "&name=" + name.replace(" ", "%20"))
                .expect(200)
                .json();
    }

    @Test
    void wordsAreChangedOneByOneAndNothingIsStoredByThat() {
        String text = api.get(WORDS).text();
        JsonNode e = edit(
                text,
                Map.of("op", "add", "group", "products", "name", "Oarlock", "fields", Map.of("about", List.of("Oars"))),
                Map.of("op", "put", "group", "settings", "field", "holding-days", "values", List.of("21")));
        assertThat(e.path("text").asString())
                .contains("  Oarlock:\n    about: Oars")
                .contains("holding-days: 21");
        assertThat(e.path("outline").path("groups").path(0).path("words").toString())
                .contains("Oarlock");
        assertThat(api.get(WORDS).text()).isEqualTo(text);
        api.post(
                        WORDS + "/edits",
                        Map.of(
                                "text",
                                text,
                                "edits",
                                List.of(Map.of(
                                        "op", "rename", "group", "products", "name", "Leadline", "to", "Tidewall"))))
                .refused(422, "already");
        api.post(WORDS + "/edits", Map.of("text", text, "edits", List.of(Map.of("op", "sing", "group", "facts"))))
                .refused(400, "must be put");
        assertThat(edit("").path("outline").path("groups").path(0).path("words"))
                .isEmpty();
    }

    @Test
    void aProductIsCalledOtherwiseEverywhereAndKeepsItsCases() {
        int before = uses("products", "Leadline").path("count").asInt();
        assertThat(before).isGreaterThan(2);
        int cases = api.get("/api/cases?product=Leadline").json().size();
        String evidence = api.get("/api/errors/leadline-picture-grey/evidence").text();
        JsonNode done =
                rename("products", "Leadline", "Sounding Book").expect(200).json();
        assertThat(done.path("documents").asInt()).isEqualTo(before);
        assertThat(uses("products", "Leadline").path("count").asInt()).isZero();
        assertThat(uses("products", "Sounding Book").path("count").asInt()).isEqualTo(before);
        assertThat(api.get(WORDS).text()).contains("  Sounding Book:").contains("formerly: [Leadline]");
        assertThat(api.get("/api/errors/leadline-picture-grey").text()).contains("Sounding Book");
        assertThat(api.get("/api/cases?product=Sounding%20Book").json().size()).isEqualTo(cases);
        assertThat(api.get("/api/errors/leadline-picture-grey/evidence").text().replace("Sounding Book", "Leadline"))
                .isEqualTo(evidence);
    }

    @Test
    void aFactIsCalledOtherwiseAndWhatWasKnownIsKnownUnderItsNewName() {
        String key = "till-staging-full";
        long open =
                api.openCase(Map.of("text", "Not enough room", "error", key, "facts", Map.of("other_packages", "yes")));
        String evidence = api.get("/api/errors/" + key + "/evidence").text();
        assertThat(evidence).contains("other_packages");
        String plan = api.get("/api/cases/" + open + "/plan").text();
        rename("facts", "other_packages", "packages_beside").expect(200);
        assertThat(api.get("/api/documents/errors/" + key).text())
                .contains("packages_beside")
                .doesNotContain("other_packages");
        assertThat(api.get("/api/errors/" + key + "/evidence").text().replace("packages_beside", "other_packages"))
                .isEqualTo(evidence);
        assertThat(api.get("/api/cases/" + open + "/plan").text().replace("packages_beside", "other_packages"))
                .isEqualTo(plan);
        long next = api.openCase(
                Map.of("text", "Not enough room", "error", key, "facts", Map.of("packages_beside", "yes")));
        assertThat(api.get("/api/cases/" + next + "/plan").text())
                .as("what its answer rules out")
                .contains("another package updates on the same device");
    }

    @Test
    void nothingIsRenamedWhereSomebodyHasADraftOrTheWordsHaveChanged() {
        String words = api.get(WORDS).text();
        JsonNode use = uses("needs", "shore-console").path("first").path(0);
        String path = use.path("folder").asString() + "/" + use.path("key").asString();
        Api.Answer draft = api.get("/api/documents/" + path + "?revision=draft");
        api.put(path, draft.text() + "\n", "If-Match", draft.header("ETag")).expect(200);
        rename("needs", "shore-console", "console").refused(409, "newer than what readers see");
        assertThat(api.get(WORDS).text()).isEqualTo(words);
        api.post(WORDS + "/renames", Map.of("group", "needs", "name", "shore-console", "to", "console"))
                .refused(428, "If-Match");
        api.send(
                        "POST",
                        WORDS + "/renames",
                        "{\"group\":\"needs\",\"name\":\"shore-console\",\"to\":\"console\"}".getBytes(),
                        "Content-Type",
                        "application/json",
                        "If-Match",
                        "\"r0\"")
                .refused(412, "Somebody else");
        rename("needs", "none-such", "console").refused(422, "no \"none-such\"");
        rename("boats", "x", "y").refused(422, "no kind of words");
    }
}
