package org.mendak.server.feed;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.net.URI;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.Test;
import org.mendak.server.Api;
import org.mendak.server.OnTestDesk;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;

/** The feed has what RFC 4287 wants of a feed, whatever somebody called a document; by HTTP. */
class FeedTest extends OnTestDesk {

    private static final String ATOM = "http://www.w3.org/2005/Atom";

    private static Element parsed(byte[] xml) throws Exception {
        DocumentBuilderFactory f = DocumentBuilderFactory.newInstance();
        f.setNamespaceAware(true);
        f.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
        return f.newDocumentBuilder().parse(new ByteArrayInputStream(xml)).getDocumentElement();
    }

    private static List<Element> children(Element of, String name) {
        List<Element> all = new ArrayList<>();
        NodeList nodes = of.getChildNodes();
        for (int i = 0; i < nodes.getLength(); i++) {
            if (nodes.item(i) instanceof Element e && e.getLocalName().equals(name)) {
                assertThat(e.getNamespaceURI()).isEqualTo(ATOM);
                all.add(e);
            }
        }
        return all;
    }

    private static String one(Element of, String name) {
        assertThat(children(of, name)).as(name).hasSize(1);
        return children(of, name).get(0).getTextContent();
    }

    /** RFC 4287, 4.1.1 and 4.1.2: what there must be, and once; ids are absolute and differ; dates are of RFC 3339. */
    private static void valid(Element feed) {
        assertThat(feed.getNamespaceURI()).isEqualTo(ATOM);
        assertThat(feed.getLocalName()).isEqualTo("feed");
        Set<String> ids = new HashSet<>(Set.of(one(feed, "id")));
        assertThat(one(feed, "title")).isNotEmpty();
        OffsetDateTime.parse(one(feed, "updated"));
        assertThat(children(feed, "link").stream()
                        .filter(l -> l.getAttribute("rel").equals("self")))
                .hasSize(1);
        for (Element e : children(feed, "entry")) {
            assertThat(URI.create(one(e, "id")).isAbsolute()).isTrue();
            assertThat(ids.add(one(e, "id"))).isTrue();
            assertThat(one(e, "title")).isNotEmpty();
            OffsetDateTime.parse(one(e, "updated"));
            assertThat(one(children(e, "author").get(0), "name")).isNotEmpty();
            for (Element l : children(e, "link")) {
                assertThat(URI.create(l.getAttribute("href")).isAbsolute()).isTrue();
            }
        }
    }

    @Test
    void whatIsPublishedStandsInItOnce() throws Exception {
        api.publish("fixes/odd-title", """
                ---
                fix: odd-title
                title: "Odd & <b>bold</b> ]]> title"
                minutes: 3
                ---
                Why.

                ## Do
                It.
                """);
        Api.Answer answer = api.get("/api/feed.atom").expect(200);
        assertThat(answer.header("Content-Type")).startsWith("application/atom+xml");
        Element feed = parsed(answer.bytes());
        valid(feed);
        assertThat(children(feed, "entry").stream()
                        .filter(e -> one(e, "title").equals("Fix: Odd & <b>bold</b> ]]> title")))
                .hasSize(1);
        assertThat(children(feed, "entry")).hasSizeGreaterThan(3);

        String tag = answer.header("ETag");
        assertThat(api.send("GET", "/api/feed.atom", null, "If-None-Match", tag).status())
                .isEqualTo(304);
        api.transition("fixes/odd-title", "retired").expect(200);
        assertThat(api.get("/api/feed.atom").text()).doesNotContain("bold");
    }

    @Test
    void whatXmlCannotSayIsLeftOut() throws Exception {
        Element feed = parsed(AtomFeed.of(
                "desk",
                "http://127.0.0.1/feed",
                "http://127.0.0.1/",
                Instant.EPOCH,
                List.of(new AtomFeed.Entry(
                        "a", "bell\u0007 and \uD83D\uDEA2", Instant.EPOCH, "Liv", "http://127.0.0.1/x?a=1&b=2", ""))));
        valid(feed);
        assertThat(one(children(feed, "entry").get(0), "title")).isEqualTo("bell and \uD83D\uDEA2");
    }

    @Test
    void itIsForThoseWhoSignIn() {
        Api nobody = Api.browser(app.address());
        nobody.get("/api/feed.atom").expect(401);
    }
}
