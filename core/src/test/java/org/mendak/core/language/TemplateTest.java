package org.mendak.core.language;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TemplateTest {

    @Test
    void readsLiteralsAndPlaceholders() {
        Template t = Template.parse("Not enough room in {stage:path} for {package:file}")
                .orThrow();
        assertThat(t.names()).containsExactly(Map.entry("stage", ValueType.PATH), Map.entry("package", ValueType.FILE));
        assertThat(t.fill(Map.of("stage", "/var", "package", "a.pkg"))).isEqualTo("Not enough room in /var for a.pkg");
    }

    @Test
    void leavesMissingValuesVisible() {
        assertThat(Template.parse("free {free:size}").orThrow().fill(Map.of())).isEqualTo("free {free}");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '~', textBlock = """
            a {b          | 2
            a } b         | 2
            {a:colour}    | 0
            {1a:word}     | 0
            {a:word}{b:word} | 8
            {a:word} {a:size} | 9
            """)
    void saysWhereItIsWrong(String source, int offset) {
        assertThat(Template.parse(source).mistakes())
                .singleElement()
                .extracting(Parsed.Mistake::offset)
                .isEqualTo(offset);
    }

    @Property(seed = "20261125")
    void anyTextWithItsBracesDoubledIsALiteral(@ForAll @StringLength(min = 1, max = 200) String text) {
        String doubled = text.replace("{", "{{").replace("}", "}}");
        assertThat(Template.parse(doubled).orThrow().fill(Map.of())).isEqualTo(text);
    }

    @Property(seed = "20261125")
    void parsingNeverThrows(@ForAll @StringLength(max = 300) String anything) {
        Parsed<Template> p = Template.parse(anything);
        assertThat(p.ok()).isEqualTo(p.mistakes().isEmpty());
    }

    @ParameterizedTest
    @CsvSource(textBlock = """
            SIZE, 812 MB, true
            SIZE, 1.5GiB, true
            SIZE, much, false
            PATH, /var/stage, true
            HEX, 0x8FA10013, true
            HEX, 8FA1001G, false
            GUID, 01234567-89ab-cdef-0123-456789abcdef, true
            GUID, 01234567-89ab-cdef-0123-456789abcde, false
            VERSION, 5.4.1, true
            VERSION, five, false
            WORD, two words, false
            NUMBER, -12, true
            NUMBER, 12a, false
            DURATION, 5 min, true
            DURATION, 340 s, true
            URL, sky://pier/3, true
            CODE, PD-4012, true
            CODE, plain, false
            """)
    void typesTellValuesApart(ValueType type, String value, boolean fits) {
        assertThat(type.fits(value)).isEqualTo(fits);
    }
}
