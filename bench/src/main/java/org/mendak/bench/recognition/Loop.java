package org.mendak.bench.recognition;

import java.nio.file.Path;
import java.util.List;

/** Runs one noise over and over, for a profiler. */
public final class Loop {
    private Loop() {}

    public static void main(String[] args) throws Exception {
        Corpus corpus = Corpus.build(Path.of(args[0]));
        Accuracy.Index index = Accuracy.Index.of(corpus.known());
        Noise noise = Noise.valueOf(args[1]);
        List<Trial> trials = Trial.positives(corpus, corpus.known(), false, 200, 5).stream().filter(t -> t.noise() == noise).toList();
        for (int round = 0; round < 6; round++) {
            long begun = System.nanoTime();
            int n = 0;
            for (int r = 0; r < (noise == Noise.EMBEDDED ? 1 : 30); r++) {
                for (Trial t : trials) {
                    n += 1;
                    index.recogniser().recognise(Accuracy.query(t.text()));
                }
            }
            System.out.printf("%.3f ms%n", (System.nanoTime() - begun) / 1e6 / n);
        }
    }
}
