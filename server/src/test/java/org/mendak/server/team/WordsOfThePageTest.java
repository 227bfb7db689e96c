package org.mendak.server.team;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.mendak.server.account.AccountRefused;
import org.mendak.server.platform.Words;

/** What the server says by a word the page says in a sentence: none is forgotten when one is added. */
class WordsOfThePageTest {

    private static final Path WORDS = Path.of("..", "web", "src", "words");
    /** In the source the act stands behind who did it. */
    private static final Pattern ACT =
            Pattern.compile("audit\\.write\\(\\s*tx,\\s*(?:[^,\"()]|\\([^()]*\\))+,\\s*\"([a-z-]+)\",");

    private static boolean isSaid(String text, String word) {
        return Pattern.compile("^\\s+\"?" + Pattern.quote(word) + "\"?:", Pattern.MULTILINE)
                .matcher(text)
                .find();
    }

    @Test
    void whyAnAccountIsNotLetIn() throws IOException {
        String said = Files.readString(WORDS.resolve("account.ts"));
        assertThat(Arrays.stream(AccountRefused.Why.values()).map(Words::word)).allMatch(w -> isSaid(said, w));
    }

    @Test
    void whatStandsInTheJournal() throws IOException {
        Set<String> acts = new TreeSet<>();
        try (var files = Files.walk(Path.of("src", "main", "java"))) {
            for (Path f : files.filter(f -> f.toString().endsWith(".java")).toList()) {
                Matcher m = ACT.matcher(Files.readString(f));
                while (m.find()) {
                    acts.add(m.group(1));
                }
            }
        }
        String said = Files.readString(WORDS.resolve("team.ts"));
        assertThat(acts).hasSizeGreaterThan(20);
        assertThat(acts.stream().filter(a -> !isSaid(said, a))).isEmpty();
    }

    @Test
    void whatIsNewsAboutASignIn() throws IOException {
        String said = Files.readString(WORDS.resolve("news.ts"));
        Matcher kinds = Pattern.compile("\"([a-z]+(?:-[a-z]+)+)\"")
                .matcher(Files.readString(
                        Path.of("src", "main", "java", "org", "mendak", "server", "team", "SignInNews.java")));
        Set<String> all = new TreeSet<>();
        while (kinds.find()) {
            all.add(kinds.group(1));
        }
        assertThat(all).contains("token-ends", "signed-in", "address-made").allMatch(w -> isSaid(said, w));
    }
}
