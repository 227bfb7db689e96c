package org.mendak.bench.load;

/**
 * How large a desk is.
 *
 * @param cases over six years, those of the two hot errors among them
 * @param errors known errors beside those of the demo and the two hot ones, each with fixes of its own; 0 for none
 */
record LoadSize(int cases, int errors) {

    static LoadSize of(String written) {
        String[] parts = written.split("-");
        return new LoadSize(Integer.parseInt(parts[0]), Integer.parseInt(parts[1]));
    }

    String folder() {
        return cases + "-" + errors;
    }
}
