package org.mendak.server.find;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.apache.lucene.document.LongField;
import org.apache.lucene.index.Term;
import org.apache.lucene.search.BooleanClause.Occur;
import org.apache.lucene.search.BooleanQuery;
import org.apache.lucene.search.BoostQuery;
import org.apache.lucene.search.ConstantScoreQuery;
import org.apache.lucene.search.DisjunctionMaxQuery;
import org.apache.lucene.search.FuzzyQuery;
import org.apache.lucene.search.PrefixQuery;
import org.apache.lucene.search.Query;
import org.apache.lucene.search.TermInSetQuery;
import org.apache.lucene.search.TermQuery;
import org.apache.lucene.util.BytesRef;

/**
 * How words are looked for. Each word is looked for in what things are known by, in what they are called and in what is said in them; as it was
 * typed, by its stem, by its beginning, and with typing errors (edit distance with transpositions: F. J. Damerau, Communications of the ACM 7
 * (3), 1964, 171–176). What fits better or stands in a better place counts more; a word counts by its best place only, so that a long body does
 * not outweigh a title. How rare a word is, is weighed by BM25 (S. Robertson, H. Zaragoza, Foundations and Trends in Information Retrieval 3 (4),
 * 2009, 333–389).
 */
final class FindQuery {

    static final String ID = "id";
    static final String OF = "of";
    static final String KIND = "kind";
    static final String TITLE = "title";
    static final String TITLE_STEMS = "title-stems";
    static final String KEYS = "keys";
    static final String WHOLE = "whole";
    static final String BODY = "body";
    static final String BODY_STEMS = "body-stems";
    static final String EXCERPT = "excerpt";
    static final String PRODUCT = "product";
    static final String PHASES = "phases";
    static final String PHASE = "phase";
    static final String STATE = "state";
    static final String AT = "at";

    private static final float WHOLE_KEY = 60;
    private static final float IN_TITLE = 4;
    private static final float IN_KEYS = 3;
    private static final float IN_BODY = 1;
    private static final float BY_STEM = 0.8f;
    private static final float BEGUN = 0.6f;
    private static final float MISTYPED = 0.45f;
    /** Of a word's other places beside the best. */
    private static final float OTHERS = 0.05f;

    /** What a case that is new just now counts more than one of long ago, and after how long half of that is left. */
    private static final float NEW = 2;

    private static final long HALF_NEW_S = 45 * 86_400L;
    /** Of a document and a case that fit alike the document is meant: there are far fewer of them. */
    private static final Map<Entry.Kind, Float> KIND_COUNTS =
            Map.of(Entry.Kind.ERROR, 4f, Entry.Kind.FIX, 4f, Entry.Kind.STEP, 2f);

    private static final int SHORTEST_MISTYPED = 4;
    private static final int SHORTEST_TWICE = 8;
    private static final int SHORTEST_BEGUN = 2;
    private static final int MOST_MISTYPED = 40;

    private FindQuery() {}

    /** A key as it is kept whole. */
    static String whole(String key) {
        return key.strip().toLowerCase(Locale.ROOT).replaceAll("\\s+", " ");
    }

    /** How far from what was typed a word may be. */
    enum Reach {
        /** It is there, or another form of it; the last one may be unfinished. */
        TYPED,
        /** It may be unfinished, or mistyped if there is no digit in it: thousands of devices are called nearly alike. */
        WORDS,
        /** It may be mistyped whatever it is. */
        NAMES
    }

    /** All words must be there. */
    static Query all(Asked asked, Reach reach, long now) {
        return filtered(asked, words(asked, asked.words().size(), reach), now);
    }

    /** Whether it is another question with {@link Reach#NAMES}. */
    static boolean hasNames(Asked asked) {
        return asked.words().stream().anyMatch(FindQuery::hasDigit);
    }

    private static boolean hasDigit(String word) {
        return word.chars().anyMatch(Character::isDigit);
    }

    /** Some of the words must be there: more than half of them. */
    static Query most(Asked asked, long now) {
        return filtered(asked, words(asked, (asked.words().size() + 1) / 2, Reach.NAMES), now);
    }

    private static Query words(Asked asked, int atLeast, Reach reach) {
        BooleanQuery.Builder all = new BooleanQuery.Builder();
        List<Query> words = new ArrayList<>();
        for (int i = 0; i < asked.words().size(); i++) {
            word(asked.words().get(i), i == asked.words().size() - 1, reach).forEach(words::add);
        }
        words.forEach(w -> all.add(w, Occur.SHOULD));
        all.setMinimumNumberShouldMatch(Math.max(1, Math.min(words.size(), atLeast)));
        BooleanQuery.Builder whole = new BooleanQuery.Builder();
        whole.add(all.build(), Occur.SHOULD);
        // what is known by just this stands before all others
        whole.add(
                new BoostQuery(
                        new ConstantScoreQuery(new TermQuery(new Term(WHOLE, whole(String.join(" ", asked.words()))))),
                        WHOLE_KEY),
                Occur.SHOULD);
        return whole.build();
    }

    private static Query filtered(Asked asked, Query query, long now) {
        BooleanQuery.Builder all = new BooleanQuery.Builder().add(query, Occur.MUST);
        all.add(LongField.newDistanceFeatureQuery(AT, NEW, now, HALF_NEW_S), Occur.SHOULD);
        KIND_COUNTS.forEach((kind, by) -> all.add(
                new BoostQuery(new ConstantScoreQuery(new TermQuery(new Term(KIND, kind.name()))), by), Occur.SHOULD));
        if (!asked.kinds().isEmpty()) {
            BooleanQuery.Builder kinds = new BooleanQuery.Builder();
            asked.kinds().forEach(k -> kinds.add(new TermQuery(new Term(KIND, k.name())), Occur.SHOULD));
            all.add(kinds.build(), Occur.FILTER);
        }
        filter(all, PRODUCT, asked.product());
        filter(all, PHASE, asked.phase());
        filter(all, STATE, asked.state());
        if (asked.health() != null) {
            health(all, asked.health());
        }
        return all.build();
    }

    /** Documents alone, and of them those in need of something, or the others; a step is as its fix is. */
    private static void health(BooleanQuery.Builder all, Asked.Health health) {
        List<BytesRef> ids = health.ailing().stream().map(BytesRef::new).toList();
        Query ailing = new BooleanQuery.Builder()
                .add(new TermInSetQuery(ID, ids), Occur.SHOULD)
                .add(new TermInSetQuery(OF, ids), Occur.SHOULD)
                .build();
        all.add(new TermQuery(new Term(KIND, Entry.Kind.CASE.name())), Occur.MUST_NOT);
        all.add(ailing, health.well() ? Occur.MUST_NOT : Occur.FILTER);
    }

    private static void filter(BooleanQuery.Builder all, String field, String value) {
        if (!value.isEmpty()) {
            all.add(new TermQuery(new Term(field, value)), Occur.FILTER);
        }
    }

    /** A word at its best place; none if it has neither a letter nor a digit. */
    private static List<Query> word(String typed, boolean last, Reach reach) {
        Set<String> words = FindWords.PLAIN.of(typed);
        if (words.isEmpty()) {
            return List.of();
        }
        String whole = words.iterator().next();
        List<Query> places = new ArrayList<>();
        exact(places, whole, 1);
        FindWords.STEMS.of(whole).stream().limit(1).forEach(stem -> {
            places.add(term(TITLE_STEMS, stem, IN_TITLE * BY_STEM));
            places.add(term(BODY_STEMS, stem, IN_BODY * BY_STEM));
        });
        List<String> parts = words.stream().skip(1).toList();
        if (parts.size() > 1) {
            parts(places, parts, whole);
        }
        boolean number = whole.chars().allMatch(Character::isDigit);
        boolean mayBeBegun = last || reach != Reach.TYPED && whole.length() >= SHORTEST_MISTYPED;
        if (whole.length() >= SHORTEST_BEGUN && mayBeBegun) {
            begun(places, TITLE, whole, IN_TITLE);
            begun(places, KEYS, whole, IN_KEYS);
            if (!number) {
                begun(places, BODY, whole, IN_BODY);
            }
        }
        boolean mayBeMistyped = reach == Reach.NAMES || reach == Reach.WORDS && !hasDigit(whole);
        if (!number && whole.length() >= SHORTEST_MISTYPED && mayBeMistyped) {
            mistyped(places, TITLE, whole, IN_TITLE);
            mistyped(places, KEYS, whole, IN_KEYS);
            mistyped(places, BODY, whole, IN_BODY);
        }
        return List.of(new DisjunctionMaxQuery(places, OTHERS));
    }

    private static void exact(List<Query> places, String word, float by) {
        places.add(term(TITLE, word, IN_TITLE * by));
        places.add(term(KEYS, word, IN_KEYS * by));
        places.add(term(BODY, word, IN_BODY * by));
    }

    /** {@code TW-31} is {@code TW31} too, and {@code TW} beside {@code 31}. */
    private static void parts(List<Query> places, List<String> parts, String whole) {
        String together = whole.replaceAll("[^\\p{L}\\p{N}]", "");
        exact(places, together, 0.95f);
        for (String field : List.of(TITLE, KEYS, BODY)) {
            BooleanQuery.Builder all = new BooleanQuery.Builder();
            parts.stream().filter(p -> !p.equals(together)).forEach(p -> all.add(term(field, p, 1), Occur.MUST));
            float by = field.equals(TITLE) ? IN_TITLE : field.equals(KEYS) ? IN_KEYS : IN_BODY;
            places.add(new BoostQuery(all.build(), by * 0.5f));
        }
    }

    private static Query term(String field, String word, float by) {
        return new BoostQuery(new TermQuery(new Term(field, word)), by);
    }

    private static void begun(List<Query> places, String field, String word, float by) {
        places.add(new BoostQuery(new PrefixQuery(new Term(field, word)), by * BEGUN));
    }

    private static void mistyped(List<Query> places, String field, String word, float by) {
        int errors = word.length() >= SHORTEST_TWICE ? 2 : 1;
        places.add(
                new BoostQuery(new FuzzyQuery(new Term(field, word), errors, 1, MOST_MISTYPED, true), by * MISTYPED));
    }
}
