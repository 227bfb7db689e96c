package org.mendak.bench;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Size of the jar, and what a browser fetches for the first page, as it comes over the wire. */
final class Weight {

    private static final Pattern LINKED = Pattern.compile("(?:src|href)=\"(/[^\"]+)\"");
    private static final Pattern FONTS = Pattern.compile("url\\((/assets/[^)]*latin-(?:400|500|700)[^)]*\\.woff2)\\)");

    private Weight() {}

    static void measure(App app) throws IOException, InterruptedException {
        System.out.printf("jar %,d bytes%n", Files.size(app.fatJar()));
        try (App.Running running = app.start(app.jar(), List.of("-XX:TieredStopAtLevel=1"), false)) {
            byte[] page = fetch(running.address() + "/", "identity");
            List<String> paths = new ArrayList<>(List.of("/"));
            Matcher m = LINKED.matcher(new String(page, StandardCharsets.UTF_8));
            while (m.find()) {
                paths.add(m.group(1));
            }
            for (String css : List.copyOf(paths)) {
                if (css.endsWith(".css")) {
                    Matcher fonts = FONTS.matcher(
                            new String(fetch(running.address() + css, "identity"), StandardCharsets.UTF_8));
                    while (fonts.find()) {
                        paths.add(fonts.group(1));
                    }
                }
            }
            long total = 0;
            for (String path : paths) {
                int bytes = fetch(running.address() + path, "gzip").length;
                System.out.printf("%,10d  %s%n", bytes, path);
                total += bytes;
            }
            System.out.printf("first page %,d bytes over the wire%n", total);
        }
    }

    private static byte[] fetch(String address, String encoding) throws IOException, InterruptedException {
        HttpRequest request = HttpRequest.newBuilder(URI.create(address))
                .header("Accept-Encoding", encoding)
                .build();
        return HttpClient.newHttpClient()
                .send(request, HttpResponse.BodyHandlers.ofByteArray())
                .body();
    }
}
