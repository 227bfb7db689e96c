package org.mendak.server.platform;

import java.io.IOException;
import java.io.Writer;
import java.util.regex.Pattern;
import org.commonmark.parser.Parser;
import org.commonmark.renderer.html.HtmlRenderer;

/** HTML as it is written: what is not said to be raw is escaped. */
public final class Html {

    private static final Parser MARKDOWN = Parser.builder().build();
    private static final HtmlRenderer RENDERER =
            HtmlRenderer.builder().escapeHtml(true).sanitizeUrls(true).build();
    private static final Pattern TO_DOCUMENT = Pattern.compile("href=\"(?:\\.\\./)?(errors|fixes)/([a-z0-9-]+)\\.md\"");
    private static final Pattern TO_ERROR = Pattern.compile("href=\"([a-z0-9-]+)\\.md\"");
    /** A picture would be fetched from elsewhere. */
    private static final Pattern PICTURE = Pattern.compile("<img [^>]*alt=\"([^\"]*)\"[^>]*>");

    private final Writer to;

    public Html(Writer to) {
        this.to = to;
    }

    public Html raw(String html) throws IOException {
        to.write(html);
        return this;
    }

    public Html text(String text) throws IOException {
        return raw(escaped(text));
    }

    private static String escaped(String text) {
        return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;");
    }

    public Html attribute(String text) throws IOException {
        return raw(escaped(text).replace("\"", "&quot;"));
    }

    /** CommonMark; HTML in it is shown as it was written. */
    public Html prose(String markdown) throws IOException {
        if (markdown.isBlank()) {
            return this;
        }
        String html = RENDERER.render(MARKDOWN.parse(markdown));
        html = TO_DOCUMENT.matcher(html).replaceAll("href=\"#$1/$2\"");
        html = TO_ERROR.matcher(html).replaceAll("href=\"#errors/$1\"");
        html = PICTURE.matcher(html).replaceAll("$1");
        return raw(html);
    }

    public Html command(String text) throws IOException {
        return raw("<pre><code>").text(text).raw("</code></pre>\n");
    }

    public Html link(String folder, String key, String title) throws IOException {
        return raw("<a href=\"#")
                .attribute(folder + "/" + key)
                .raw("\">")
                .text(title)
                .raw("</a>");
    }
}
