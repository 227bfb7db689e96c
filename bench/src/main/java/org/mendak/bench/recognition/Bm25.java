package org.mendak.bench.recognition;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import org.apache.lucene.analysis.Analyzer;
import org.apache.lucene.analysis.LowerCaseFilter;
import org.apache.lucene.analysis.en.PorterStemFilter;
import org.apache.lucene.analysis.ngram.NGramTokenFilter;
import org.apache.lucene.analysis.standard.StandardAnalyzer;
import org.apache.lucene.analysis.standard.StandardTokenizer;
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
 * The named alternatives: full-text search. Every message with its code is a document; the words of the pasted text, each once, are
 * the query; ranked by BM25 as the library sets it (k1 1.2, b 0.75). Over words, or over stems and their pieces of four letters.
 *
 * <p>Source: S. Robertson, H. Zaragoza, "The Probabilistic Relevance Framework: BM25 and Beyond", Foundations and Trends in
 * Information Retrieval 3 (2009), pp. 333-389.
 */
final class Bm25 {

    private static final int MOST_WORDS = 4_000;
    private static final int PIECE = 4;

    /** A found document. */
    record Hit(String key, float score) {}

    private final Analyzer analyzer;
    private final IndexSearcher searcher;

    /** Over words. */
    static Bm25 words(Map<String, String> texts) throws IOException {
        return new Bm25(new StandardAnalyzer(), texts);
    }

    /** Over stems and pieces. */
    static Bm25 pieces(Map<String, String> texts) throws IOException {
        return new Bm25(
                new Analyzer() {
                    @Override
                    protected TokenStreamComponents createComponents(String field) {
                        StandardTokenizer words = new StandardTokenizer();
                        return new TokenStreamComponents(
                                words,
                                new NGramTokenFilter(
                                        new PorterStemFilter(new LowerCaseFilter(words)), PIECE, PIECE, true));
                    }
                },
                texts);
    }

    private Bm25(Analyzer analyzer, Map<String, String> texts) throws IOException {
        this.analyzer = analyzer;
        IndexSearcher.setMaxClauseCount(MOST_WORDS);
        ByteBuffersDirectory memory = new ByteBuffersDirectory();
        try (IndexWriter writer = new IndexWriter(memory, new IndexWriterConfig(analyzer))) {
            for (Map.Entry<String, String> e : texts.entrySet()) {
                Document d = new Document();
                d.add(new StringField("key", e.getKey(), Field.Store.YES));
                d.add(new TextField("text", e.getValue(), Field.Store.NO));
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
