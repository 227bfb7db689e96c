package org.mendak.server.find;

import java.io.Closeable;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.apache.lucene.analysis.Analyzer;
import org.apache.lucene.analysis.miscellaneous.PerFieldAnalyzerWrapper;
import org.apache.lucene.document.Document;
import org.apache.lucene.document.Field;
import org.apache.lucene.document.LongField;
import org.apache.lucene.document.StoredField;
import org.apache.lucene.document.StringField;
import org.apache.lucene.document.TextField;
import org.apache.lucene.index.DirectoryReader;
import org.apache.lucene.index.IndexWriter;
import org.apache.lucene.index.IndexWriterConfig;
import org.apache.lucene.index.MergePolicy;
import org.apache.lucene.index.SegmentInfos;
import org.apache.lucene.index.Term;
import org.apache.lucene.index.TieredMergePolicy;
import org.apache.lucene.search.IndexSearcher;
import org.apache.lucene.search.Query;
import org.apache.lucene.search.ScoreDoc;
import org.apache.lucene.search.SearcherManager;
import org.apache.lucene.search.TermQuery;
import org.apache.lucene.search.TopDocs;
import org.apache.lucene.search.TopScoreDocCollectorManager;
import org.apache.lucene.search.TotalHits;
import org.apache.lucene.store.Directory;

/**
 * The words of everything that can be found. Safe for several threads. What was put in is found after {@link #refresh}; what is in it lasts as
 * long as its directory, and may be made anew from the desk's records at any time.
 */
final class FindIndex implements Closeable {

    /** So many are counted; of more is told that there are more. */
    static final int COUNTED = 1_000;

    /** Where so many have the words as they were typed, nobody means what is like them; and looking for that takes twice as long. */
    private static final int PLENTY = 100;

    /** As much of a body as is kept for telling where a word stands. */
    private static final int EXCERPTED = 4_000;

    private static final double MEMORY_MB = 48;

    private static final int SMALL_PIECES = 30;

    private static final String MARK = "mark";

    /** What entries and their words are made like: another number whenever they become others, and what was kept is read anew. */
    private static final String FORM = "1";

    private static final String REMEMBERED = "remembered";

    private final Directory directory;
    private final IndexWriter writer;
    private final SearcherManager searchers;
    private final boolean kept;

    private FindIndex(Directory directory, String mark) throws IOException {
        this.directory = directory;
        this.kept = mark != null && (FORM + mark).equals(markOf(directory));
        Analyzer analyzer = new PerFieldAnalyzerWrapper(
                FindWords.PLAIN, Map.of(FindQuery.TITLE_STEMS, FindWords.STEMS, FindQuery.BODY_STEMS, FindWords.STEMS));
        writer = new IndexWriter(
                directory,
                new IndexWriterConfig(analyzer)
                        .setOpenMode(kept ? IndexWriterConfig.OpenMode.APPEND : IndexWriterConfig.OpenMode.CREATE)
                        .setRAMBufferSizeMB(MEMORY_MB)
                        .setMergePolicy(merges())
                        .setCommitOnClose(false));
        searchers = new SearcherManager(writer, null);
    }

    /** At a busy desk each moment leaves a small piece: more of them are searched, and they are put together less often. */
    private static MergePolicy merges() {
        TieredMergePolicy policy = new TieredMergePolicy();
        policy.setSegmentsPerTier(SMALL_PIECES);
        policy.setMaxMergeAtOnce(SMALL_PIECES);
        policy.setForceMergeDeletesPctAllowed(0);
        return policy;
    }

    /** An empty one in this directory, which is closed with it. */
    static FindIndex in(Directory directory) {
        return in(directory, null);
    }

    /** What was kept in this directory under this mark; an empty one if something else is there, or what is there cannot be read. */
    static FindIndex in(Directory directory, String mark) {
        try {
            return new FindIndex(directory, mark);
        } catch (IOException | IllegalArgumentException unreadable) {
            return asked(() -> {
                for (String file : directory.listAll()) {
                    directory.deleteFile(file);
                }
                return new FindIndex(directory, null);
            });
        }
    }

    private static String markOf(Directory directory) throws IOException {
        return DirectoryReader.indexExists(directory)
                ? SegmentInfos.readLatestCommit(directory).getUserData().get(MARK)
                : null;
    }

    /** Whether it has what was kept before it was opened. */
    boolean isKept() {
        return kept;
    }

    /**
     * Writes it down under a mark: who opens it with that mark has what it has now. If anything fails on the way, that mark may not be the one it
     * is known by.
     *
     * @param named done when it is written but for its last stroke: whoever asks for the mark must be told of it there
     */
    void keep(String mark, Runnable named) {
        asked(() -> {
            writer.setLiveCommitData(Map.of(MARK, FORM + mark).entrySet());
            writer.prepareCommit();
            try {
                named.run();
            } finally {
                writer.commit();
            }
            return null;
        });
    }

    /** Keeps a text that is not found by anything. */
    void remember(String text) {
        asked(() -> {
            Document d = new Document();
            d.add(new StringField(FindQuery.ID, REMEMBERED, Field.Store.NO));
            d.add(new StoredField(FindQuery.EXCERPT, text));
            writer.updateDocument(new Term(FindQuery.ID, REMEMBERED), d);
            return null;
        });
    }

    /** What it was told to remember, as of the last {@link #refresh}; empty if nothing. */
    String remembered() {
        return asked(() -> {
            IndexSearcher searcher = searchers.acquire();
            try {
                TopDocs found = searcher.search(new TermQuery(new Term(FindQuery.ID, REMEMBERED)), 1);
                return found.scoreDocs.length == 0
                        ? ""
                        : searcher.storedFields()
                                .document(found.scoreDocs[0].doc)
                                .get(FindQuery.EXCERPT);
            } finally {
                searchers.release(searcher);
            }
        });
    }

    /** Puts these in, in the place of those that had their ids. */
    void put(List<Entry> entries) {
        asked(() -> {
            for (Entry e : entries) {
                writer.updateDocument(new Term(FindQuery.ID, e.id()), document(e));
            }
            return null;
        });
    }

    /** Takes out what has such an id, or one that begins with it and goes on with {@code #}. */
    void remove(String id) {
        asked(() -> {
            writer.deleteDocuments(new Term(FindQuery.ID, id), new Term(FindQuery.OF, id));
            return null;
        });
    }

    /** Nothing stays in its files of what was taken out or put in anew; it is written down by the next {@link #keep}. */
    void expunge() {
        asked(() -> {
            writer.forceMergeDeletes();
            return null;
        });
    }

    /** How many entries it has. */
    int size() {
        return writer.isOpen() ? writer.getDocStats().numDocs : 0;
    }

    /** Whether it takes nothing any more, as after a full disk: it must be made anew. What was found before is still found. */
    boolean isBroken() {
        return !writer.isOpen();
    }

    /** From now on what was put in is found, and what was taken out is not. */
    void refresh() {
        asked(() -> {
            searchers.maybeRefreshBlocking();
            return null;
        });
    }

    private static Document document(Entry e) {
        Document d = new Document();
        int part = e.id().indexOf('#');
        d.add(new StringField(FindQuery.ID, e.id(), Field.Store.YES));
        d.add(new StringField(FindQuery.OF, part < 0 ? "" : e.id().substring(0, part), Field.Store.NO));
        d.add(new StringField(FindQuery.KIND, e.kind().name(), Field.Store.YES));
        d.add(new TextField(FindQuery.TITLE, e.title(), Field.Store.YES));
        d.add(new TextField(FindQuery.TITLE_STEMS, e.title(), Field.Store.NO));
        d.add(new TextField(FindQuery.KEYS, e.keys(), Field.Store.NO));
        for (String key : e.keys().split("\n")) {
            if (!key.isBlank()) {
                d.add(new StringField(FindQuery.WHOLE, FindQuery.whole(key), Field.Store.NO));
            }
        }
        d.add(new TextField(FindQuery.BODY, e.body(), Field.Store.NO));
        d.add(new TextField(FindQuery.BODY_STEMS, e.body(), Field.Store.NO));
        d.add(new StoredField(
                FindQuery.EXCERPT,
                e.body().substring(0, Math.min(EXCERPTED, e.body().length()))));
        e.products().forEach(p -> d.add(new StringField(FindQuery.PRODUCT, p, Field.Store.YES)));
        d.add(new StoredField(FindQuery.PHASES, e.phases()));
        Arrays.stream(e.phases().split(" ")).forEach(p -> d.add(new StringField(FindQuery.PHASE, p, Field.Store.NO)));
        d.add(new StringField(FindQuery.STATE, e.state(), Field.Store.YES));
        d.add(new LongField(FindQuery.AT, e.at(), Field.Store.YES));
        return d;
    }

    /**
     * What has all the words as they were typed; if that is not plenty, what is near to them; and if nothing is, what has most of them.
     *
     * @param from how many of the best are left out
     * @param most how many are wanted
     * @param now the time, in seconds since 1970
     */
    Found find(Asked asked, int from, int most, long now) {
        if (asked.words().isEmpty()) {
            return Found.NOTHING;
        }
        return asked(() -> {
            IndexSearcher searcher = searchers.acquire();
            try {
                TopDocs top = search(searcher, FindQuery.all(asked, FindQuery.Reach.TYPED, now), from + most);
                if (top.totalHits.value < PLENTY) {
                    top = search(searcher, FindQuery.all(asked, FindQuery.Reach.WORDS, now), from + most);
                }
                if (top.totalHits.value == 0 && FindQuery.hasNames(asked)) {
                    top = search(searcher, FindQuery.all(asked, FindQuery.Reach.NAMES, now), from + most);
                }
                boolean loose = top.totalHits.value == 0 && asked.words().size() > 1;
                if (loose) {
                    top = search(searcher, FindQuery.most(asked, now), from + most);
                }
                List<Found.Hit> hits = new ArrayList<>();
                for (int i = from; i < top.scoreDocs.length; i++) {
                    hits.add(hit(searcher, top.scoreDocs[i], asked));
                }
                return new Found(
                        top.totalHits.value,
                        top.totalHits.relation != TotalHits.Relation.EQUAL_TO,
                        loose && !hits.isEmpty(),
                        hits);
            } finally {
                searchers.release(searcher);
            }
        });
    }

    private static TopDocs search(IndexSearcher searcher, Query query, int most) throws IOException {
        return searcher.search(query, new TopScoreDocCollectorManager(most, null, COUNTED));
    }

    private static Found.Hit hit(IndexSearcher searcher, ScoreDoc doc, Asked asked) throws IOException {
        Document d = searcher.storedFields().document(doc.doc);
        return new Found.Hit(
                d.get(FindQuery.ID),
                Entry.Kind.valueOf(d.get(FindQuery.KIND)),
                d.get(FindQuery.TITLE),
                Excerpt.of(d.get(FindQuery.EXCERPT), asked.words()),
                Objects.requireNonNullElse(d.get(FindQuery.PRODUCT), ""),
                d.get(FindQuery.PHASES),
                d.get(FindQuery.STATE),
                d.getField(FindQuery.AT).numericValue().longValue(),
                doc.score);
    }

    @Override
    public void close() {
        asked(() -> {
            searchers.close();
            writer.close();
            directory.close();
            return null;
        });
    }

    private interface Work<T> {
        T get() throws IOException;
    }

    private static <T> T asked(Work<T> work) {
        try {
            return work.get();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
