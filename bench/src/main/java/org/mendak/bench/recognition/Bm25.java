package org.mendak.bench.recognition;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import org.apache.lucene.analysis.standard.StandardAnalyzer;
import org.apache.lucene.document.Document;
import org.apache.lucene.document.Field;
import org.apache.lucene.document.StringField;
import org.apache.lucene.document.TextField;
import org.apache.lucene.index.DirectoryReader;
import org.apache.lucene.index.IndexWriter;
import org.apache.lucene.index.IndexWriterConfig;
import org.apache.lucene.index.Term;
import org.apache.lucene.search.BooleanClause;
import org.apache.lucene.search.BooleanQuery;
import org.apache.lucene.search.IndexSearcher;
import org.apache.lucene.search.ScoreDoc;
import org.apache.lucene.search.TermQuery;
import org.apache.lucene.store.ByteBuffersDirectory;

/**
 * The named alternative: full-text search. Every message with its code is a document; the words of the pasted text, each once, are
 * the query; ranked by BM25 as the library sets it (k1 1.2, b 0.75).
 *
 * <p>Source: S. Robertson, H. Zaragoza, "The Probabilistic Relevance Framework: BM25 and Beyond", Foundations and Trends in
 * Information Retrieval 3 (2009), pp. 333-389.
 */
final class Bm25 {

    private static final int MOST_WORDS = 4_000;

    /** A found document. */
    record Hit(String key, float score) {}

    private final StandardAnalyzer analyzer = new StandardAnalyzer();
    private final IndexSearcher searcher;

    Bm25(List<Corpus.Known> library) throws IOException {
        IndexSearcher.setMaxClauseCount(MOST_WORDS);
        ByteBuffersDirectory memory = new ByteBuffersDirectory();
        try (IndexWriter writer = new IndexWriter(memory, new IndexWriterConfig(analyzer))) {
            for (Corpus.Known k : library) {
                Document d = new Document();
                d.add(new StringField("key", k.key(), Field.Store.YES));
                d.add(new TextField("text", k.message().template().literals() + " " + k.code(), Field.Store.NO));
                writer.addDocument(d);
            }
            writer.forceMerge(1);
        }
        searcher = new IndexSearcher(DirectoryReader.open(memory));
    }

    /** The best, the best first. */
    List<Hit> search(String text, int most) {
        try {
            BooleanQuery.Builder query = new BooleanQuery.Builder();
            for (String w : words(text)) {
                query.add(new TermQuery(new Term("text", w)), BooleanClause.Occur.SHOULD);
            }
            List<Hit> hits = new ArrayList<>();
            for (ScoreDoc d : searcher.search(query.build(), most).scoreDocs) {
                hits.add(new Hit(searcher.storedFields().document(d.doc).get("key"), d.score));
            }
            return hits;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private Iterable<String> words(String text) throws IOException {
        LinkedHashSet<String> words = new LinkedHashSet<>();
        try (var tokens = analyzer.tokenStream("text", text)) {
            var term = tokens.addAttribute(org.apache.lucene.analysis.tokenattributes.CharTermAttribute.class);
            tokens.reset();
            while (tokens.incrementToken() && words.size() < MOST_WORDS) {
                words.add(term.toString());
            }
            tokens.end();
        }
        return words;
    }
}
