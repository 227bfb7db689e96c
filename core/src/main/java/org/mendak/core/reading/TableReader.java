package org.mendak.core.reading;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.mendak.core.language.Facts;
import org.mendak.core.language.Parsed;
import org.mendak.core.language.Template;
import org.mendak.core.runbook.Capture;

/** Reads rows out of the tables of an output: every table whose heading has the columns that are wanted. */
final class TableReader {

    private final Capture capture;
    private final List<ShownLine> lines;
    /** What the row's column must say; null if any row will do. */
    private final String row;

    private TableReader(Capture capture, List<ShownLine> lines, String row) {
        this.capture = capture;
        this.lines = lines;
        this.row = row;
    }

    static List<Place> places(Capture capture, List<ShownLine> lines, Map<String, String> known, int most) {
        return new TableReader(capture, lines, row(capture, known)).run(most);
    }

    /** The text that tells the row, with known values put in; null while one of them is not known. */
    private static String row(Capture capture, Map<String, String> known) {
        if (capture.row() == null) {
            return null;
        }
        Parsed<Template> wanted = Template.parse(capture.row().wanted());
        if (!wanted.ok()) {
            return capture.row().wanted();
        }
        boolean all = wanted.value().names().keySet().stream().allMatch(n -> Facts.isValue(known.get(n)));
        return all ? wanted.value().fill(known) : null;
    }

    private List<Place> run(int most) {
        List<String> wanted = new ArrayList<>();
        capture.columns().forEach(c -> wanted.add(c.heading()));
        if (capture.row() != null) {
            wanted.add(capture.row().heading());
        }
        List<Place> places = new ArrayList<>();
        int i = 0;
        while (i < lines.size() && places.size() < most) {
            String heading = lines.get(i).text;
            String small = heading.toLowerCase(Locale.ROOT);
            if (heading.isBlank() || !wanted.stream().allMatch(w -> small.contains(w.toLowerCase(Locale.ROOT)))) {
                i++;
                continue;
            }
            String under = i + 1 < lines.size() ? lines.get(i + 1).text : "";
            TableShape shape = TableShape.of(heading, under, wanted);
            if (wanted.stream().anyMatch(w -> shape.column(w) < 0)) {
                i++;
                continue;
            }
            i = rows(shape, i + 1, places, most);
        }
        return places;
    }

    /** Reads a table's rows; the line behind them. */
    private int rows(TableShape shape, int first, List<Place> places, int most) {
        boolean any = false;
        int i = first;
        for (; i < lines.size() && places.size() < most; i++) {
            ShownLine line = lines.get(i);
            if (line.isBlank()) {
                return i;
            }
            if (WholeValue.isRule(line.text)) {
                if (any && !shape.goesOnBehindRule()) {
                    return i;
                }
                continue;
            }
            if (!shape.isRow(line.text)) {
                return i;
            }
            any = true;
            row(shape, line, places);
        }
        return i;
    }

    private void row(TableShape shape, ShownLine line, List<Place> places) {
        List<Cell> cells = shape.cells(line.text);
        if (row != null) {
            Cell told = cells.get(shape.column(capture.row().heading()));
            if (told.torn() || !told.text().equalsIgnoreCase(row)) {
                return;
            }
        }
        Map<String, String> values = new LinkedHashMap<>();
        List<Place.Span> spans = new ArrayList<>();
        for (Capture.Column c : capture.columns()) {
            Cell cell = cells.get(shape.column(c.heading()));
            if (cell.text().isEmpty() || cell.torn() || !WholeValue.fits(c.type(), cell.text())) {
                return;
            }
            values.put(c.name(), cell.text());
            spans.add(line.span(c.name(), cell.from(), cell.to()));
        }
        places.add(new Place(values, spans, line.shown()));
    }
}
