package org.mendak.server.cases;

import java.util.List;
import org.mendak.server.platform.OrNull;

/** What a step reads from the device, and what came of it, as it is told over HTTP. */
public final class ReadViews {

    private ReadViews() {}

    /** A value that is wanted: its name for programs, and what people call it. */
    public record Wanted(String name, String title, String type) {}

    /**
     * A place of the output that fits.
     *
     * @param line the whole line
     * @param values in the order of what is wanted
     */
    public record Shown(String line, List<String> values) {}

    /** A value drawn into the output: UTF-16 units from 0, end exclusive. */
    public record Mark(int from, int to, String title) {}

    /**
     * What one clause of a step reads.
     *
     * @param clause its place among the step's, from 0
     * @param item the item of a repeated step that it is for; empty if of none
     * @param how seen, chosen, heard, several, not-there or not-known; empty while nobody looked
     * @param list whether every place is read
     * @param rows what was read, each in the order of what is wanted
     * @param places what may be picked while several fit
     * @param marks where the output shows it; only of outputs that are drawn
     */
    public record Captured(
            int clause,
            String item,
            String how,
            boolean list,
            boolean before,
            List<Wanted> wanted,
            List<List<String>> rows,
            List<Shown> places,
            List<Mark> marks) {}

    /**
     * A row that is chosen on the device's own evidence.
     *
     * @param text how the right one is told; may be empty
     * @param titles what the values of a row are called
     * @param rows the rows to choose from
     * @param chosen the values that were chosen; empty while none was
     * @param how as of {@link Captured}
     */
    public record Choice(String text, List<String> titles, List<List<String>> rows, List<String> chosen, String how) {}

    /**
     * What must be so before the step is done.
     *
     * @param passed the reason for which a lead went on all the same; null if nobody did
     */
    public record HeldBack(
            List<CaseViews.Judged> musts,
            boolean held,
            @OrNull String passed) {}
}
