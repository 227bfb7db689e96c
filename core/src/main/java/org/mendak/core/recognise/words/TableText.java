package org.mendak.core.recognise.words;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;

/** Reads the tables that lie beside the classes. The one place in core that reads anything: its own jar. */
public final class TableText {

    private TableText() {}

    /** The lines of a table of this package, without remarks (lines with #) and empty lines. */
    public static List<String> lines(String name) {
        try (BufferedReader in = new BufferedReader(new InputStreamReader(
                TableText.class.getResourceAsStream("/org/mendak/core/recognise/" + name), StandardCharsets.UTF_8))) {
            return in.lines()
                    .filter(line -> !line.isBlank() && !line.startsWith("#"))
                    .toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
