package org.mendak.server.handbook;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnTestDesk;

/** The handbook has what is published and nothing else, and asks nobody for anything; by HTTP. */
class HandbookTest extends OnTestDesk {

    private String handbook() {
        Api.Answer answer = api.get("/api/library/handbook").expect(200);
        assertThat(answer.header("Content-Type")).startsWith("text/html");
        assertThat(answer.header("Content-Disposition")).contains("handbook-", ".html");
        return answer.text();
    }

    @Test
    void whatIsPublishedStandsInItWithItsSteps() {
        String html = handbook();
        assertThat(html)
                .contains("<article id=\"errors/board-goes-dark\">", "<article id=\"fixes/start-dimmer\">")
                .contains("<a href=\"#fixes/start-dimmer\">");
        api.create("/api/documents/fixes/only-drafted", """
                ---
                fix: only-drafted
                title: "Only drafted"
                minutes: 3
                ---
                Soon.

                ## Wait
                It is written.
                """);
        assertThat(handbook()).doesNotContain("Only drafted");
    }

    @Test
    void whatSomebodyWroteIntoADocumentDoesNothing() {
        api.publish("fixes/hostile", """
                ---
                fix: hostile
                title: "Hostile <script>alert(1)</script> \\"fix\\""
                minutes: 3
                ---
                See <img src=x onerror=alert(2)> and ![a picture](http://elsewhere.invalid/p.png) and [this](javascript:alert(3)).

                ## Do <b>it</b>
                ```sh
                echo "</code></pre><script>alert(4)</script>"
                ```
                - Expect: `<script>alert(5)</script>`
                """);
        String html = handbook();
        String body = html.substring(html.indexOf("<main>"), html.indexOf("</main>"));
        assertThat(body)
                .contains("Hostile &lt;script&gt;", "a picture")
                .doesNotContain("<script", "<img", "javascript:");
        assertThat(Pattern.compile("<(?:img|link|iframe|object|embed|script [^>]*src)|url\\(|@import")
                        .matcher(html)
                        .find())
                .isFalse();
        assertThat(html).contains("default-src 'none'");
        api.transition("fixes/hostile", "retired").expect(200);
    }
}
