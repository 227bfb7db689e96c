package org.mendak.server.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Taking in as an agent does it: typing, secrets, candidates that are close, none of these, a log. */
class TakingInBrowserTest extends InBrowser {

    private static final String FULL = "ERROR Not enough room in /var/stage/pier-3 for till-5.4.pkg: 812 MB needed";

    @Test
    void recognisesWhileOneTypes() {
        chrome.signIn("agent");
        chrome.press("not enuogh room in the staging area pd-4012");
        chrome.see(".candidate b", "Till update stops, staging area full");
        chrome.see(".codes", "pd-4012");
        chrome.assertConsoleIsClean();
    }

    @Test
    void masksSecretsUnlessTheAgentHasSeenThatTheyAreNone() {
        chrome.signIn("agent");
        chrome.paste(FULL + "\nsign-in with password=Tide4711 token=pier-5");
        chrome.see(".secrets", "Tide4711");
        assertThat(chrome.texts(".behind .drawn-secret")).containsExactly("Tide4711", "pier-5");
        chrome.click(".secrets li:nth-child(2) button");
        chrome.see(".secrets", "stays as it is");
        chrome.press("1");
        chrome.see("h1", "Till update stops, staging area full");
        String stored =
                api.get("/api" + chrome.path().replace("/case/", "/cases/")).text();
        assertThat(stored).contains("password=[password] token=pier-5").doesNotContain("Tide4711");
        chrome.assertConsoleIsClean();
    }

    @Test
    void closeCandidatesAreAskedApartAndNoneOfThemIsAnAnswer() {
        chrome.signIn("agent");
        chrome.paste("Cannot write to /var/stage: the area is read-only\nupdate ended with PD-4012");
        chrome.see(".candidate", "perhaps");
        chrome.see(".asks", "What would tell them apart");
        chrome.press("0");
        chrome.see("h1", "Not recognised yet");
        chrome.assertConsoleIsClean();
    }

    @Test
    void aLogIsReadAndALineOfItOpensACase(@TempDir Path folder) throws IOException {
        Path log = folder.resolve("till.log");
        Files.writeString(
                log,
                "08:40:01 stager[2210] INFO block written\n".repeat(5_000) + "08:41:09 stager[2210] " + FULL + "\n"
                        + "08:41:10 linkd[7] ERROR pier 4 does not answer\n");
        chrome.signIn("agent");
        chrome.paste("the till said something");
        chrome.see(".pick-log button");
        chrome.file(".pick-log input", log);
        chrome.see(".log-page h1", "till.log");
        chrome.see(".finding", "Till update stops, staging area full");
        chrome.see(".log-page", "first failure in line 5,001");
        assertThat(chrome.texts(".finding b")).contains("pier … does not answer");
        chrome.see(".ruler-known");
        chrome.press("1");
        chrome.see("h1", "Till update stops, staging area full");
        assertThat(api.get("/api" + chrome.path().replace("/case/", "/cases/")).text())
                .contains("/var/stage/pier-3");
        chrome.assertConsoleIsClean();
    }

    @Test
    void aLineOfALogGoesToACaseThatIsOpenAndTheLogStaysAtHand(@TempDir Path folder) throws IOException {
        Path log = folder.resolve("quay.log");
        Files.writeString(log, "08:40:01 stager[2210] INFO block written\n08:41:09 stager[2210] " + FULL + "\n");
        chrome.signIn("agent");
        chrome.paste("the till said something");
        chrome.see(".pick-log button");
        chrome.file(".pick-log input", log);
        chrome.see(".finding", "Till update stops, staging area full");
        chrome.press("c");
        chrome.see(".log-page", "digits add to case");
        chrome.press("1");
        chrome.await("the case", () -> chrome.path().startsWith("/case/"));
        assertThat(api.get("/api" + chrome.path().replace("/case/", "/cases/")).text())
                .contains("/var/stage/pier-3");
        chrome.go("/taking-in");
        chrome.see(".earlier-logs", "quay.log");
        chrome.assertConsoleIsClean();
    }

    @Test
    void aLogThatIsBeingReadCanBeCancelled(@TempDir Path folder) throws IOException {
        Path log = folder.resolve("long.log");
        Files.writeString(log, "08:41:10 linkd[7] ERROR pier 4 does not answer, try 17\n".repeat(1_300_000));
        chrome.signIn("agent");
        chrome.paste("the till said something");
        chrome.see(".pick-log button");
        chrome.file(".pick-log input", log);
        chrome.see(".progressing progress");
        chrome.press("\ue00c");
        chrome.see(".log-page", "cancelled");
        chrome.press("\ue00c");
        chrome.see("h1", "What it said");
        chrome.assertConsoleIsClean();
    }
}
