package org.mendak.server.feed;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/** An Atom feed as its text (RFC 4287). */
final class AtomFeed {

    private static final String ATOM = "http://www.w3.org/2005/Atom";

    private AtomFeed() {}

    /**
     * An entry.
     *
     * @param name what it is, the same whenever it is told and told of nothing else
     * @param link where it is read, an absolute address
     * @param summary plain text; may be empty
     */
    record Entry(String name, String title, Instant updated, String author, String link, String summary) {}

    /**
     * The feed, in UTF-8.
     *
     * @param desk what tells this desk from others
     * @param self where the feed is, {@code home} where Mendak is; absolute addresses
     * @param begun when the desk began, for a feed without entries
     */
    static byte[] of(String desk, String self, String home, Instant begun, List<Entry> entries) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            XMLStreamWriter w = XMLOutputFactory.newFactory().createXMLStreamWriter(out, "UTF-8");
            w.writeStartDocument("UTF-8", "1.0");
            w.setDefaultNamespace(ATOM);
            w.writeStartElement(ATOM, "feed");
            w.writeDefaultNamespace(ATOM);
            text(w, "id", id(desk + "/feed"));
            text(w, "title", "Mendak: what was published and what surges");
            text(
                    w,
                    "updated",
                    entries.stream()
                            .map(Entry::updated)
                            .max(Instant::compareTo)
                            .orElse(begun)
                            .toString());
            link(w, "self", self, "application/atom+xml");
            link(w, "alternate", home, "text/html");
            for (Entry e : entries) {
                w.writeStartElement(ATOM, "entry");
                text(w, "id", id(desk + "/" + e.name()));
                text(w, "title", e.title());
                text(w, "updated", e.updated().toString());
                w.writeStartElement(ATOM, "author");
                text(w, "name", e.author());
                w.writeEndElement();
                link(w, "alternate", e.link(), "text/html");
                text(w, "summary", e.summary());
                w.writeEndElement();
            }
            w.writeEndElement();
            w.writeEndDocument();
            w.close();
        } catch (XMLStreamException e) {
            throw new IllegalStateException(e);
        }
        return out.toByteArray();
    }

    private static String id(String name) {
        return "urn:uuid:" + UUID.nameUUIDFromBytes(name.getBytes(StandardCharsets.UTF_8));
    }

    private static void text(XMLStreamWriter w, String element, String text) throws XMLStreamException {
        w.writeStartElement(ATOM, element);
        w.writeCharacters(plain(text));
        w.writeEndElement();
    }

    private static void link(XMLStreamWriter w, String rel, String href, String type) throws XMLStreamException {
        w.writeEmptyElement(ATOM, "link");
        w.writeAttribute("rel", rel);
        w.writeAttribute("type", type);
        w.writeAttribute("href", plain(href));
    }

    /** Without what XML 1.0 cannot say, escaped or not. */
    private static String plain(String text) {
        return text.codePoints()
                .filter(c -> c == '\t'
                        || c == '\n'
                        || c == '\r'
                        || c >= 0x20 && c <= 0xD7FF
                        || c >= 0xE000 && c <= 0xFFFD
                        || c >= 0x10000)
                .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
                .toString();
    }
}
