package org.mendak.server.exchange;

import java.io.FilterReader;
import java.io.IOException;
import java.io.Reader;

/** Refuses a row that goes on and on, as one with an open quotation mark does, before it fills the memory. */
final class RowReader extends FilterReader {

    /** Characters of one row: every column at its greatest length, and what is read ahead. */
    private static final int MOST = 1_000_000;

    private long sinceRow;

    RowReader(Reader in) {
        super(in);
    }

    /** A row has ended. */
    void nextRow() {
        sinceRow = 0;
    }

    private int count(int n) throws IOException {
        sinceRow += Math.max(0, n);
        if (sinceRow > MOST) {
            throw new IOException("a row has more than " + MOST + " characters");
        }
        return n;
    }

    @Override
    public int read() throws IOException {
        int c = super.read();
        count(c < 0 ? 0 : 1);
        return c;
    }

    @Override
    public int read(char[] into, int from, int most) throws IOException {
        return count(super.read(into, from, most));
    }
}
