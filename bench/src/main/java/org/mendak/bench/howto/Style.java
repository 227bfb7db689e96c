package org.mendak.bench.howto;

import java.util.Random;

/** A way of writing how-tos down. */
record Style(String name, boolean heldOut, Style.Printer printer) {

    interface Printer {
        /** The how-to as a whole; random where people differ from one to the next. */
        String print(Told told, Random random);
    }
}
