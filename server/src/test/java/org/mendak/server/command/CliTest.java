package org.mendak.server.command;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.io.TempDir;
import org.mendak.server.Api;
import org.mendak.server.OnDesk;
import org.mendak.server.TestDay;
import org.mendak.server.Texts;

/** {@code ./mendak import} and {@code ./mendak export} against a running server. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class CliTest extends OnDesk {

    private static final int ERRORS = 500;
    private static final int FIXES = 1_500;

    private Path folder;

    @BeforeAll
    void start(@TempDir Path all) {
        folder = all;
    }

    private record Said(int status, String out, String err) {}

    private Said mendak(String... args) throws IOException, InterruptedException {
        return mendakOn(app.data(), args);
    }

    private static Said mendakOn(Path data, String... args) throws IOException, InterruptedException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ByteArrayOutputStream err = new ByteArrayOutputStream();
        List<String> all = new ArrayList<>(List.of(args));
        all.addAll(List.of("--data", data.toString()));
        int status = Cli.call(
                all,
                new Terminal(
                        InputStream.nullInputStream(),
                        new PrintStream(out, true, StandardCharsets.UTF_8),
                        new PrintStream(err, true, StandardCharsets.UTF_8)),
                new TestDay.Ahead());
        return new Said(status, out.toString(StandardCharsets.UTF_8), err.toString(StandardCharsets.UTF_8));
    }

    private void write(String path, String text) throws IOException {
        Path file = folder.resolve(path);
        Files.createDirectories(file.getParent());
        Files.writeString(file, text);
    }

    /** Two thousand documents whose messages differ in words, not only in numbers. */
    private void generate() throws IOException {
        String[] subjects = {
            "Anchor", "Beacon", "Capstan", "Davit", "Ensign", "Fender", "Gangway", "Halyard", "Inlet", "Jetty"
        };
        String[] states = {"slack", "jammed", "missing", "double", "stale"};
        for (int i = 0; i < FIXES; i++) {
            write(
                    "fixes/gen-fix-" + i + ".md",
                    Texts.GROW_FIX
                            .replace("fix: grow-tracks", "fix: gen-fix-" + i)
                            .replace("Give the tracks more room", "Generated fix " + i));
        }
        for (int i = 0; i < ERRORS; i++) {
            String message = subjects[i % 10] + " " + states[i / 10 % 5] + " in locker" + (char) ('a' + i / 50)
                    + " of {place:word}";
            write(
                    "errors/gen-error-" + i + ".md",
                    Texts.ERROR
                            .replace("error: tracks-full", "error: gen-error-" + i)
                            .replace("LL-712", "GN-" + (1000 + i))
                            .replace("- Code: `0x8FA30041`\n", "")
                            .replace(
                                    "Track store {folder:path} holds {count:number} tracks, limit {limit:number} reached",
                                    message)
                            .replace(
                                    "Track store /srv/tracks holds 5000 tracks, limit 5000 reached",
                                    message.replace("{place:word}", "Mornay"))
                            .replace("   - With: `folder = {folder}`\n", "")
                            .replace("clear-tracks", "gen-fix-" + 3 * i)
                            .replace("grow-tracks", "gen-fix-" + (3 * i + 1)));
        }
    }

    @Test
    @Order(1)
    void aBrokenOneIsNamedWithLineAndColumnAndKeepsAllOut() throws Exception {
        generate();
        String good = Files.readString(folder.resolve("fixes/gen-fix-77.md"));
        write("fixes/gen-fix-77.md", good.replace("minutes: 8", "minutes: a while"));
        Said said = mendak("import", folder.toString(), "--publish");
        assertThat(said.status()).isEqualTo(1);
        assertThat(said.err()).contains("fixes/gen-fix-77.md:5:").contains("nothing was stored");
        assertThat(api.get("/api/fixes").json().size()).isZero();
        write("fixes/gen-fix-77.md", good);
    }

    @Test
    @Order(2)
    void twoThousandDocumentsComeInWithProgressInOneTransaction() throws Exception {
        Said said = mendak("import", folder.toString(), "--publish");
        assertThat(said.status()).as(said.err()).isZero();
        assertThat(said.out())
                .contains("importing 2000 documents")
                .contains("2000 created, 0 changed")
                .contains("%");
        assertThat(api.get("/api/errors/gen-error-499")
                        .expect(200)
                        .json()
                        .path("tries")
                        .size())
                .isEqualTo(2);
        String first = api.post(
                        "/api/recognitions", Map.of("text", "12:00:01 WARN Halyard stale in lockerb of Ekkeroy"))
                .json()
                .path("candidates")
                .path(0)
                .path("error")
                .asString();
        assertThat(first).isEqualTo("gen-error-97");
    }

    @Test
    @Order(3)
    void doingItAgainChangesNothing() throws Exception {
        Said said = mendak("import", folder.toString(), "--publish");
        assertThat(said.out()).contains("0 created, 0 changed, 2000 unchanged");
    }

    @Test
    @Order(4)
    void anExportIsByteForByteWhatCameIn(@TempDir Path out) throws Exception {
        Said said = mendak("export", out.toString());
        assertThat(said.status()).isZero();
        assertThat(said.out()).contains("2000 files");
        for (String f : new String[] {"errors/gen-error-3.md", "fixes/gen-fix-1499.md"}) {
            assertThat(out.resolve(f)).hasSameBinaryContentAs(folder.resolve(f));
        }
    }

    @Test
    @Order(4)
    void theHandbookIsOneFileThatIsReplacedWhole(@TempDir Path out) throws Exception {
        Path file = Files.writeString(out.resolve("handbook.html"), "the one of before");
        Said said = mendak("handbook", file.toString());
        assertThat(said.status()).as(said.err()).isZero();
        assertThat(said.out()).contains("bytes written to");
        assertThat(Files.readString(file))
                .startsWith("<!doctype html>")
                .contains("gen-fix-1499")
                .doesNotContain("of before");
        assertThat(out.toFile().list()).containsExactly("handbook.html");
        assertThat(mendak("handbook", out.toString()).err()).contains("is a folder");
    }

    @Test
    @Order(5)
    void wrongCallsSayWhatToType(@TempDir Path empty) throws Exception {
        assertThat(mendak("import").err()).contains("usage: import DIR");
        assertThat(mendak("import").status()).isEqualTo(2);
        assertThat(mendak("paint", "x").err()).contains("paint");
        assertThat(mendak("import", "/no/such/folder").err()).contains("is not a folder");
        assertThat(mendak("import", empty.toString()).err()).contains("holds neither");
        Said nobodyThere = mendakOn(empty, "export", "x");
        assertThat(nobodyThere.status()).isEqualTo(1);
        assertThat(nobodyThere.err()).contains("./mendak start");
    }

    @Test
    @Order(6)
    void theWayInIsReadableByItsOwnerAlone() throws IOException {
        assertThat(Files.getPosixFilePermissions(app.data().resolve("running")).toString())
                .contains("OWNER_READ")
                .doesNotContain("GROUP")
                .doesNotContain("OTHERS");
    }

    @Test
    @Order(90)
    void peopleAreLookedAfterFromTheTerminalWhenNoLeadCanComeIn() throws IOException, InterruptedException {
        Said added = mendak("user", "add", "pia", "lead", "Pia", "Lund");
        assertThat(added.status()).isZero();
        String path = added.out().substring(added.out().indexOf("/welcome/")).strip();
        Api stranger = Api.browser(app.address());
        stranger.post("/api" + path, Map.of("login", "", "name", "", "password", "quiet lanterns over Norrholm"))
                .expect(201);
        assertThat(mendak("user", "list").out()).contains("pia").contains("Pia Lund");
        assertThat(mendak("user", "role", "PIA", "agent").status())
                .as("the last lead")
                .isEqualTo(1);
        mendak("user", "add", "odd", "lead", "Odd Vik");
        assertThat(mendak("user", "role", "PIA", "agent").out()).contains("pia is agent");
        stranger.get("/api/cases").refused(401, "has ended");
        assertThat(mendak("user", "out", "pia").out()).contains("shut out");
        assertThat(mendak("user", "address", "pia").err()).contains("Let them in first");
        assertThat(mendak("user", "in", "pia").status()).isZero();
        assertThat(mendak("user", "address", "pia").out()).contains("/welcome/");
        assertThat(mendak("user", "address", "nobody").err()).contains("Nobody has the sign-in");
        assertThat(mendak("user", "add", "x", "king", "Some Body").err()).contains("is not a role");
        assertThat(mendak("user", "dance").status()).isEqualTo(2);
        assertThat(mendak("user", "dance").err()).startsWith("usage: user list");
    }
}
