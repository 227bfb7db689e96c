package org.mendak.core.recognise.exact;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;
import org.mendak.core.language.Template;

/** Values out of what commands print. */
class TextCaptureTest {

    private static Map<String, String> find(String template, String output) {
        return TextCapture.find(Template.parse(template).value(), output);
    }

    @Test
    void aLinesEndIsTheValuesEnd() {
        assertThat(find("store disk {disk:code}", "store disk SL-0042\nspare disk SL-0024"))
                .containsExactly(Map.entry("disk", "SL-0042"));
        assertThat(find("free {free:size}", "area /var/stage\nfree 812 MB\n7 files"))
                .containsEntry("free", "812 MB");
    }

    @Test
    void whatAScreenHasWrappedIsReadAllTheSame() {
        assertThat(find(
                        "the store of this till lies on disk {disk:word} and on no other",
                        "the store of this till lies on\ndisk D7 and on no other"))
                .containsEntry("disk", "D7");
    }

    @Test
    void aListMayGoOverLines() {
        assertThat(find("missing: {parts:list}", "missing: clock.wbl,\nwind.wbl")
                        .get("parts"))
                .contains("clock.wbl", "wind.wbl");
    }

    @Test
    void whatIsNotThereGivesNothing() {
        assertThat(find("free {free:size}", "")).isEmpty();
        assertThat(find("free {free:size}", "full\n\n")).isEmpty();
    }
}
