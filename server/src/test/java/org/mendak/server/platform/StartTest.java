package org.mendak.server.platform;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendak.server.Api;
import org.mendak.server.RunningApp;
import org.mendak.server.Texts;

/** Settings are checked at the start, and a desk is found again as it was left. */
class StartTest {

    @Test
    void aDataFolderThatIsNeitherAbsoluteNorRelativeIsRefused() {
        assertThatThrownBy(() -> SettingsFrom.of("data", "data"))
                .hasMessageContaining("must be absolute or begin with ./");
    }

    @Test
    void whatWasStoredIsThereAfterAStopAndTheLibraryIsRecognisedAgain(@TempDir Path data) {
        long number;
        try (RunningApp app = RunningApp.on(data)) {
            Texts.publish(app.lead());
            number = app.lead().openCase(Map.of("text", "it said LL-712", "error", "tracks-full"));
            app.lead().attempt(number, "grow-tracks", "no-change", 3);
        }
        assertThat(data.resolve("running")).doesNotExist();
        try (RunningApp app = RunningApp.on(data)) {
            Api api = app.lead();
            assertThat(api.get("/api/cases/" + number).expect(200).text()).contains("no-change");
            assertThat(api.post("/api/recognitions", Map.of("text", "it said LL-712"))
                            .json()
                            .path("candidates")
                            .path(0)
                            .path("error")
                            .asString())
                    .isEqualTo("tracks-full");
            assertThat(api.get("/api/cases/" + number + "/plan")
                            .json()
                            .path("ordered")
                            .path(0)
                            .path("key")
                            .asString())
                    .isEqualTo("clear-tracks");
        }
    }

    @Test
    void theSecretOfARunEndsWithIt(@TempDir Path data) throws Exception {
        String old;
        try (RunningApp app = RunningApp.on(data)) {
            old = Files.readAllLines(data.resolve("running")).get(1);
            Api.bearer(app.address(), old).get("/api/cases").expect(200);
        }
        try (RunningApp app = RunningApp.on(data)) {
            Api.bearer(app.address(), old).get("/api/cases").refused(401, "");
        }
    }
}
