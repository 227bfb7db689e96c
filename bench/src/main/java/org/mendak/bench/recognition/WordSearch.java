package org.mendak.bench.recognition;

import java.io.IOException;
import java.util.List;

final class WordSearch {
    private WordSearch() {}
    static void measure(Corpus corpus, List<Corpus.Known> library, int each, int negatives, long seed) throws IOException {}
}
