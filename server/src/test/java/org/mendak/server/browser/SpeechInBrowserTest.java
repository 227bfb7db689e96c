package org.mendak.server.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;

/** What callers say, typed while they say it, leads to the right case in two keys: one to the candidates, one that chooses. */
class SpeechInBrowserTest extends InBrowser {

    /** Candidates that an agent reads while somebody waits: the right one is among the first three. */
    private static final int MOST_READ = 3;

    private static final int ONE_TYPED_IN = 3;

    /** How often it is asked until cases have been read. */
    private static final int LOOKS = 5_000;

    /** Written before anybody looked at what is answered. */
    private static final Map<String, String> CALLS = new LinkedHashMap<>();

    static {
        CALLS.put("purserdesk setup stops, thirty twelve", "Package wants a newer image");
        CALLS.put("till lost its card reader with last night's update", "Card reader not found after an update");
        CALLS.put("brinelink, the time of the other end is off", "Sync refused, clocks differ");
        CALLS.put("charts are in use, can't update them on the boat", "Chart update stops, charts are in use");
        CALLS.put("SK seven one one on a scanner", "Scanner's pass has ended");
        CALLS.put("the gate scanner keeps restarting since the update", "Scanner starts over and over after an update");
        CALLS.put("rosters won't open, a file is missing", "Watchbill Desk cannot start, a part is missing");
        CALLS.put("nobody hears the announcements on the pier", "Announcements are not heard on the pier");
        CALLS.put("berthbook quits straight away, not enough memory", "Berthbook ends right after its start, memory");
        CALLS.put("board is blank, no lettering", "Departure board stays blank, lettering missing");
    }

    /** Every call is answered as the page asks; some of them are typed into it, which takes two seconds each. */
    @Test
    void whatCallersSayLeadsToTheCaseInTwoKeys() {
        chrome.signIn("agent");
        int typed = 0;
        for (Map.Entry<String, String> call : CALLS.entrySet()) {
            String title = call.getValue();
            List<String> answered = titles(call.getKey());
            assertThat(answered.indexOf(title)).as(call.getKey()).isBetween(0, MOST_READ - 1);
            if (typed++ % ONE_TYPED_IN == 0) {
                chrome.click(".band a", "In hand");
                chrome.see("h1", "In hand");
                chrome.press(call.getKey());
                chrome.see(".right[aria-busy=false] .candidate b", title);
                chrome.press(Keys.ARROW_DOWN);
                int place = chrome.texts(".candidate:not(.none) b").indexOf(title) + 1;
                assertThat(place).as(call.getKey()).isEqualTo(answered.indexOf(title) + 1);
                chrome.press(String.valueOf(place));
                chrome.see("h1", title);
            }
        }
        chrome.assertConsoleIsClean();
    }

    private List<String> titles(String said) {
        return app.lead()
                .post("/api/recognitions", Map.of("text", said))
                .json()
                .path("candidates")
                .valueStream()
                .map(c -> c.path("title").asString())
                .toList();
    }

    @Test
    void aGuessSaysThatItIsOneAndNothingIsSaidOfWhatIsUnlikeAll() {
        chrome.signIn("agent");
        chrome.press("the update did not go through, something is in the way");
        chrome.see(".guesses", "Guesses, the likeliest first");
        chrome.see(".candidate.guess .soft", "speaks of");
        chrome.see(".candidate.none", "None of these");
        chrome.go("/");
        chrome.see("h1", "In hand");
        chrome.press("zzkv qwrx");
        chrome.see(".right", "Nothing in the library looks like this.");
        chrome.assertConsoleIsClean();
    }

    @Test
    void whatCallersSaidBeforeIsFoundAgainAndAWrongCaseIsTakenOut() {
        // read in the background when somebody asks
        String said = "handheld keeps blinking its anchor";
        for (int i = 0; i < LOOKS && !isLearned(said); i++) {
            assertThat(i).isLessThan(LOOKS - 1);
        }
        chrome.signIn("agent");
        chrome.press(said);
        chrome.see(".candidate", "somebody put it like this in case");
        chrome.see(".candidate b", "Scanner starts over and over after an update");
        chrome.go("/library/errors/quayscan-starts-over");
        chrome.see(".sayings h2", "How callers put it");
        String first = chrome.texts(".saying q").get(0);
        chrome.click(".saying button", "take out");
        chrome.see(".saying.out", "taken out by");
        assertThat(chrome.texts(".saying.out q")).containsExactly(first);
        chrome.click(".saying.out button", "count it again");
        chrome.gone(".saying.out");
        chrome.assertConsoleIsClean();
    }

    private boolean isLearned(String said) {
        return app.lead()
                .post("/api/recognitions", Map.of("text", said))
                .json()
                .path("candidates")
                .path(0)
                .path("reasons")
                .valueStream()
                .anyMatch(r -> r.path("kind").asString().equals("case"));
    }
}
