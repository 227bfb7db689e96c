package org.mendak.server.browser;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendak.server.Texts;
import org.openqa.selenium.Keys;

/** A library is looked at before it comes in, and somebody else is told of what happens here. */
class InAndOutInBrowserTest extends InBrowser {

    private static String fix(String key, String step) {
        return "---\nfix: " + key + "\ntitle: \"" + key + " by hand\"\nminutes: 3\nrisk: safe\n---\n\n## " + step
                + "\n";
    }

    @Test
    void whatIsChosenComesInAndWhatIsNotStaysOut(@TempDir Path folder) throws IOException {
        String there = api.get("/api/documents/fixes/set-clock").text();
        Map<String, String> files = new LinkedHashMap<>();
        files.put("fixes/set-clock.md", there.replaceFirst("(?m)^minutes: .*", "minutes: 77"));
        files.put("fixes/turn-knob.md", fix("turn-knob", "Turn it"));
        files.put("fixes/press-knob.md", fix("press-knob", "Press it"));
        files.put("fixes/broken.md", "---\nfix: broken\n---\n");
        Path zip = Files.write(folder.resolve("spring.zip"), Texts.zip(files));

        chrome.signIn("lead");
        chrome.go("/library");
        chrome.click("a", "In and out");
        chrome.see("h2", "Who is told");
        chrome.file(".arriving input[type=file]", zip);
        chrome.see(".arriving h3", "spring.zip");
        chrome.see(".arriving-files li", "cannot come");
        chrome.see("button", "Import 3 files");
        chrome.click(".arriving-files .name", "set-clock");
        chrome.see(".beside-texts", "minutes: 77");
        chrome.click(".arriving-files li:nth-child(2) .ant-checkbox-wrapper");
        chrome.click(".arriving-acts label", "Readers see it at once");
        chrome.click("button", "Import 2 files");
        chrome.see(".ant-message", "Imported: 1 new, 1 changed");
        assertThat(api.get("/api/documents/fixes/set-clock").text()).contains("minutes: 77");
        api.get("/api/documents/fixes/turn-knob").expect(200);
        api.get("/api/documents/fixes/press-knob?revision=draft").expect(404);
        api.get("/api/documents/fixes/broken?revision=draft").expect(404);
        chrome.assertConsoleIsClean();
    }

    @Test
    void anAddressIsToldAndWhatItWasToldIsSeen() throws Exception {
        BlockingQueue<String> heard = new LinkedBlockingQueue<>();
        HttpServer receiver = HttpServer.create(new InetSocketAddress("127.0.0.1", 0), 0);
        receiver.createContext("/", x -> {
            heard.add(new String(x.getRequestBody().readAllBytes(), java.nio.charset.StandardCharsets.UTF_8));
            x.sendResponseHeaders(204, -1);
            x.close();
        });
        receiver.start();
        try {
            chrome.signIn("lead");
            chrome.go("/library/in-and-out");
            chrome.click(".hook-new input.ant-input");
            chrome.press("http://127.0.0.1:" + receiver.getAddress().getPort() + "/desk", Keys.ENTER);
            chrome.see(".hook-secret", "shown once");
            chrome.see(".hook-lines", "heard");
            chrome.click(".hook-lines button", "try it");
            // what surges when it is added is told first
            assertThat(heard.poll(20, TimeUnit.SECONDS)).contains("mendak.surging", "purserdesk-fares-missing");
            assertThat(heard.poll(20, TimeUnit.SECONDS)).contains("mendak.tried");
            chrome.see(".hook-calls li", "heard");
            chrome.see(".hook-calls li", "1 try");
            chrome.click(".hook-lines button", "pause");
            chrome.see(".hook-lines", "paused");
            chrome.click(".hook-lines button", "take away");
            chrome.see(".hooks", "Nobody is told.");
            chrome.assertConsoleIsClean();
        } finally {
            receiver.stop(0);
        }
    }
}
