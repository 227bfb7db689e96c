package org.mendak.server.library;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnDemo;

/** A document gets another name; what links to it follows, and what was measured under the old one stays its own. */
class RenamingTest extends OnDemo {

    private Api.Answer rename(String path, String to) {
        return api.post("/api/documents/" + path + "/rename", Map.of("to", to));
    }

    private int tried(String key) {
        var fared = api.get("/api/evidence/fixes?key=" + key).expect(200).json();
        return fared.isEmpty() ? 0 : fared.path(0).path("tried").asInt();
    }

    @Test
    void aFixKeepsItsEvidenceAndItsPlaceInEveryRunbook() {
        String before = api.get("/api/errors/till-staging-full/evidence").text();
        int tried = tried("empty-staging");
        assertThat(tried).isGreaterThan(10);
        rename("fixes/empty-staging", "clear-staging").expect(200);
        assertThat(tried("clear-staging")).isEqualTo(tried);
        var fix = api.get("/api/fixes/empty-staging").expect(200).json();
        assertThat(fix.path("key").asString()).isEqualTo("clear-staging");
        assertThat(fix.path("usedBy").toString()).contains("till-staging-full");
        String runbook = api.get("/api/documents/errors/till-staging-full").text();
        assertThat(runbook).contains("../fixes/clear-staging.md").doesNotContain("empty-staging.md");
        String after = api.get("/api/errors/till-staging-full/evidence").text();
        assertThat(after.replace("clear-staging", "empty-staging")).isEqualTo(before);
        // the old one is put away, the new one is on the shelf once
        assertThat(api.get("/api/library/fixes?q=staging").text())
                .contains("clear-staging")
                .doesNotContain("empty-staging");
        assertThat(api.get("/api/library/fixes?q=staging&away=true").text()).contains("empty-staging");
        assertThat(api.get("/api/documents/fixes/clear-staging").text()).contains("aliases: [empty-staging]");
    }

    @Test
    void nothingChangesWhereItCannotBeDoneWhole() {
        rename("fixes/reimage-till", "free-print-queue").refused(409, "already");
        rename("fixes/reimage-till", "No Good").refused(422, "small letters");
        rename("fixes/nowhere", "somewhere").refused(404, "no fix");
        // somebody has a newer draft of a runbook that uses it
        String runbook = api.get("/api/documents/errors/till-staging-readonly?revision=draft")
                .text();
        api.put(
                        "errors/till-staging-readonly",
                        runbook + "\n",
                        "If-Match",
                        api.get("/api/documents/errors/till-staging-readonly?revision=draft")
                                .header("ETag"))
                .expect(200);
        String used = runbook.replaceFirst("(?s).*?\\.\\./fixes/([a-z0-9-]+)\\.md.*", "$1");
        rename("fixes/" + used, "another-name").refused(409, "newer than what readers see");
        api.get("/api/fixes/another-name").refused(404, "");
        api.get("/api/fixes/" + used).expect(200);
    }

    @Test
    void theShelfSaysWhatUsesAFixAndWhatIsLikeIt() {
        String text = api.get("/api/documents/fixes/restart-brinelink").text();
        api.create(
                        "fixes/restart-brinelink-twin",
                        text.replace("fix: restart-brinelink", "fix: restart-brinelink-twin"))
                .expect(201);
        var line = api.get("/api/library/fixes?q=restart-brinelink-twin")
                .json()
                .path("fixes")
                .path(0);
        assertThat(line.path("alike").path(0).path("key").asString()).isEqualTo("restart-brinelink");
        assertThat(line.path("seen").asBoolean()).isFalse();
        assertThat(line.path("uses").asInt()).isZero();
        // what nobody ever saw is put away without a lead, and comes back as it was
        api.transition("fixes/restart-brinelink-twin", "retired").expect(200);
        assertThat(api.get("/api/library/fixes?q=brinelink-twin")
                        .json()
                        .path("total")
                        .asInt())
                .isZero();
        api.transition("fixes/restart-brinelink-twin", "draft").expect(200);
        assertThat(api.get("/api/library/fixes?q=brinelink-twin")
                        .json()
                        .path("total")
                        .asInt())
                .isEqualTo(1);
        var all = api.get("/api/library/fixes").json();
        assertThat(all.path("total").asInt())
                .isGreaterThanOrEqualTo(all.path("fixes").size());
        assertThat(api.get("/api/errors?limit=5").header("Mendak-Total")).isEqualTo("47");
    }
}
