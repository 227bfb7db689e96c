package org.mendak.server.command;

import java.io.IOException;
import java.io.InputStream;
import java.io.PrintStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.mendak.server.TestDay;

/** Mendak's command line as somebody at a terminal has it. */
public final class OnTerminal {

    private OnTerminal() {}

    /** What it ends with; all that it says goes to one place. */
    public static int mendak(Path data, InputStream in, PrintStream out, String... args)
            throws IOException, InterruptedException {
        List<String> all = new ArrayList<>(List.of(args));
        all.addAll(List.of("--data", data.toString()));
        return Cli.call(all, new Terminal(in, out, out), new TestDay.Ahead());
    }
}
