package org.mendak.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** Pages that are no part of the application wear its two cloths all the same. */
class ClothsTest {

    private static final Path WEB = Path.of("..", "web");
    private static final Pattern COLOUR = Pattern.compile("#[0-9a-f]{6}");

    @Test
    void thePageAtTheDeviceHasNoColourOfItsOwn() throws IOException {
        Set<String> worn = colours(WEB.resolve("public/line/line.css"));
        assertThat(worn).hasSizeGreaterThan(15);
        assertThat(colours(WEB.resolve("src/look/cloth.ts"))).containsAll(worn);
    }

    private static Set<String> colours(Path file) throws IOException {
        return COLOUR.matcher(Files.readString(file))
                .results()
                .map(MatchResult::group)
                .collect(Collectors.toSet());
    }
}
