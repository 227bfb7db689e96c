package org.mendak.server.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Who has a how-to drops it, sees what it becomes, begins it, and goes on beside what it was made of. */
class HowToInBrowserTest extends InBrowser {

    private static final String HORN = """
            # Pier horn stays silent

            ## Problem

            > horn driver HN-12 cannot be started, port 41 is held

            ## Solution 1: Free the port of the horn

            1. Stop it: `hornctl stop --wait`

               > **Warning:** not in fog

            ## Solution 2: Swap the horn (20 min)

            1. Swap it.
            """;

    @Test
    void howTosBecomeDraftsBesideWhatTheyWere(@TempDir Path folder) throws IOException {
        Path file = Files.writeString(folder.resolve("horn.md"), HORN);
        chrome.signIn("author");
        chrome.go("/library");
        chrome.click("a", "Bring in how-tos");
        chrome.see("h1", "Bring in what you have written down");
        chrome.file(".bring-in input[type=file]", file);
        chrome.see(".bring-in-sources", "1 message · 2 fixes · 2 steps · 1 command · 1 caution");
        chrome.see(".bring-in-beside", "hornctl stop --wait");

        // a page from the clipboard is read with its structure, and what is hostile in it is words
        chrome.click(".bring-in-take textarea");
        chrome.paste(
                "Horn hums\n\nIt says: \"hum <script>document.title='ran'</script> of port 4 is too loud\"\n\nTo fix it, turn it down.\n");
        chrome.see(".bring-in-sources li.shown", "pasted 1");
        chrome.see(".bring-in-sources li.shown", "1 fix");
        chrome.click(".bring-in-sources .name", "horn.md");
        chrome.click("button", "Begin 5 drafts");
        chrome.see(".bring-in-begun", "Pier horn stays silent");
        assertThat(chrome.texts(".bring-in-begun li")).hasSize(5);

        chrome.click(".bring-in-begun a", "Pier horn stays silent");
        chrome.see(".made-of", "horn driver HN-12 cannot be started");
        chrome.see(".sheet-editor, .writing", "Free the port of the horn");
        chrome.see(".writing", "to be checked");
        chrome.assertConsoleIsClean();
    }

    @Test
    void whatCannotBeReadIsSaidAndTheRestGoesOn(@TempDir Path folder) throws IOException {
        chrome.signIn("author");
        chrome.go("/write/bring-in");
        chrome.see("h1", "Bring in");
        chrome.file(".bring-in input[type=file]", Files.writeString(folder.resolve("blank.txt"), " \n \n"));
        chrome.see(".bring-in-sources .refused", "Cannot be read: it says nothing.");
        chrome.file(
                ".bring-in input[type=file]",
                Files.writeString(folder.resolve("lamp.txt"), "Swap the lamp of the mast\n\n1. Swap it.\n"));
        chrome.click("button", "Begin the draft");
        chrome.see(".bring-in-begun a", "Swap the lamp of the mast");

        // taken back it is there to be begun again, under the key that it had
        chrome.click(".bring-in-begun button", "take it back");
        chrome.gone(".bring-in-begun");
        chrome.click("button", "Begin the draft");
        chrome.click(".bring-in-begun a", "Swap the lamp of the mast");
        chrome.see(".writing h1", "Swap the lamp of the mast");

        // and thrown away by itself it can be taken back as well, for the seconds that this is offered
        chrome.click(".page-head button", "throw it away");
        chrome.click(".ant-message button", "Undo");
        chrome.see(".writing h1", "Swap the lamp of the mast");
        chrome.assertConsoleIsClean("404");
    }
}
