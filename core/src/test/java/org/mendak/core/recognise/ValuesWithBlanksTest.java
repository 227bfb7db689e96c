package org.mendak.core.recognise;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.mendak.core.language.Template;
import org.mendak.core.recognise.exact.ExactMatcher;
import org.mendak.core.recognise.exact.ExactTemplate;
import org.mendak.core.recognise.words.PreparedText;

/** A value ends where the next words of its message, its quotation mark or bracket, the line or the sentence ends: never at a blank. */
class ValuesWithBlanksTest {

    @ParameterizedTest
    @CsvSource(
            delimiter = '!',
            quoteCharacter = '^',
            value = {
                "cannot open {v:path} ! cannot open C:\\My Sites\\leaf content\\x ! C:\\My Sites\\leaf content\\x",
                "cannot open {v:path} ! cannot open \"C:\\My Sites\\leaf content\\x\" ! C:\\My Sites\\leaf content\\x",
                "cannot open {v:path} ! cannot open 'C:\\My Sites\\leaf content' (pid 40) ! C:\\My Sites\\leaf content",
                "cannot open {v:path} ! cannot open C:\\Tools (RX)\\berth\\a b ! C:\\Tools (RX)\\berth\\a b",
                "cannot open {v:path} ! cannot open /srv/quay/old lists (pid 4921) ! /srv/quay/old lists",
                "cannot open {v:path} ! cannot open \\\\shore-2\\lists of today\\a ! \\\\shore-2\\lists of today\\a",
                "cannot open {v:path} ! cannot open C:\\My Sites. The desk is closed ! C:\\My Sites",
                "cannot open {v:path} ! cannot open /srv/quay - trying again ! /srv/quay",
                "cannot open {v:path} ! cannot open /srv/quay, giving up ! /srv/quay",
                "{v:path} is locked ! C:\\My Sites\\leaf content is locked ! C:\\My Sites\\leaf content",
                "{v:path} is locked ! stager: /srv/old lists/a b is locked ! /srv/old lists/a b",
                "{v:file} is locked ! it says 'old list 4.dat' is locked ! old list 4.dat",
                "{v:file} is locked ! the file list.dat is locked ! list.dat",
                "from {v:path} to stage ! from C:\\My Sites\\a b to stage ! C:\\My Sites\\a b",
                "lost part {v:file} ! lost part berth view (old).wbl ! berth view (old).wbl",
                "reason: {v:text} ! reason: \u201cthe quay (north) is closed\u201d, sorry ! the quay (north) is closed",
                "reason: {v:text} ! reason: Kai (Nord) ist gesperrt ! Kai (Nord) ist gesperrt",
                "reason: {v:text} ! reason: no room (1 of 2). ! no room (1 of 2)",
                "box {v:guid} ! box {0f8b1c2d-1111-2222-3333-444455556666} ! {0f8b1c2d-1111-2222-3333-444455556666}",
                "box {v:guid} ! box 0f8b1c2d-1111-2222-3333-444455556666. ! 0f8b1c2d-1111-2222-3333-444455556666",
                "needs {v:size} ! needs 812 MB (of 900) ! 812 MB",
                "on {v:word} ! on cradle-2 (north) ! cradle-2"
            })
    void neverAPiece(String template, String text, String value) {
        ExactMatcher.Match m = ExactMatcher.find(
                ExactTemplate.of(Template.parse(template).value()), PreparedText.of(text, PreparedText.Leave.NOTHING));
        assertThat(m).isNotNull();
        assertThat(m.values()).containsEntry("v", value);
    }
}
