package org.mendak.server.find;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import org.apache.lucene.store.ByteBuffersDirectory;
import org.apache.lucene.store.Directory;
import org.apache.lucene.store.FilterDirectory;
import org.apache.lucene.store.IOContext;
import org.apache.lucene.store.IndexOutput;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class FindIndexTest {

    private FindIndex index;

    @BeforeEach
    void fill() {
        index = FindIndex.in(new ByteBuffersDirectory());
        index.put(List.of(
                entry(
                        "errors/crane",
                        Entry.Kind.ERROR,
                        "Crane plan is torn",
                        "WX-0911",
                        "the watch cannot start",
                        "launch"),
                entry("fixes/winch", Entry.Kind.FIX, "Wake the winch", "", "it sleeps since the update", ""),
                entry("fixes/winch#1", Entry.Kind.STEP, "Say hello", "", "winchctl wake --pier 4\nWake the winch", ""),
                entry("fixes/lamps", Entry.Kind.FIX, "Renew the lamps", "", "the winch hides one of them", ""),
                entry(
                        "cases/12",
                        Entry.Kind.CASE,
                        "Crane plan is torn",
                        "12\ntill-nor-02\nSøndre Brygge",
                        "held by job 7731",
                        "launch"),
                entry(
                        "cases/1201",
                        Entry.Kind.CASE,
                        "Other",
                        "1201\ntill-eke-12\nEkkerøy pier",
                        "nothing at all",
                        "update")));
        index.refresh();
    }

    @AfterEach
    void close() {
        index.close();
    }

    private static Entry entry(String id, Entry.Kind kind, String title, String keys, String body, String phase) {
        return new Entry(id, kind, title, keys, body, List.of("Watchbill"), phase, "open", 0);
    }

    private List<String> ids(String typed) {
        return index.find(Asked.of(typed), 0, 10, 0).hits().stream()
                .map(Found.Hit::id)
                .toList();
    }

    @Test
    void whatItIsKnownByStandsFirst() {
        assertThat(ids("12")).startsWith("cases/12");
        assertThat(ids("1201")).containsExactly("cases/1201");
        assertThat(ids("till-nor-02")).startsWith("cases/12");
        assertThat(ids("TILLNOR02")).startsWith("cases/12");
        assertThat(ids("wx-0911")).startsWith("errors/crane");
        assertThat(ids("wx0911")).startsWith("errors/crane");
        assertThat(ids("WX 0911")).startsWith("errors/crane");
    }

    @Test
    void accentsCapitalsEndingsAndSlipsAreForgiven() {
        assertThat(ids("sondre brygge")).contains("cases/12");
        assertThat(ids("EKKEROY")).containsExactly("cases/1201");
        assertThat(ids("waking winches")).startsWith("fixes/winch");
        assertThat(ids("wnich")).contains("fixes/winch", "fixes/winch#1");
        assertThat(ids("crnae plan")).startsWith("errors/crane");
        assertThat(ids("updated")).contains("fixes/winch");
    }

    /** Devices are called nearly alike: who asks for one that is there is not shown its neighbours, who mistypes one is shown what is near. */
    @Test
    void aNameThatIsThereIsNotTakenForAnother() {
        index.put(List.of(
                entry("cases/31", Entry.Kind.CASE, "Other", "till-nor-03", "nothing", "launch"),
                entry("cases/32", Entry.Kind.CASE, "Other", "till-nor-07", "nothing", "launch")));
        index.refresh();
        assertThat(ids("tillnor03")).containsExactly("cases/31");
        assertThat(ids("tillnro03")).startsWith("cases/31").contains("cases/32");
        assertThat(ids("wnich")).contains("fixes/winch");
    }

    @Test
    void aTitleStandsBeforeABodyAndWhatIsBegunIsFound() {
        assertThat(ids("winch")).containsExactly("fixes/winch", "fixes/lamps", "fixes/winch#1");
        assertThat(ids("win")).contains("fixes/winch");
        assertThat(ids("winchctl wa")).containsExactly("fixes/winch#1");
    }

    @Test
    void allWordsMustBeThereUnlessNothingHasThemAll() {
        assertThat(ids("winch lamps")).containsExactly("fixes/lamps");
        Found loose = index.find(Asked.of("winch lamps zzzz"), 0, 10, 0);
        assertThat(loose.loose()).isTrue();
        assertThat(loose.hits()).extracting(Found.Hit::id).containsExactly("fixes/lamps");
        assertThat(ids("zzzz")).isEmpty();
        assertThat(ids("- !")).isEmpty();
        assertThat(ids("")).isEmpty();
    }

    private List<String> ids(String typed, boolean well, String... ailing) {
        Asked asked = Asked.of(typed, Set.of(), "", "", "", new Asked.Health(well, Set.of(ailing)));
        return index.find(asked, 0, 10, 0).hits().stream().map(Found.Hit::id).toList();
    }

    @Test
    void documentsInNeedOfSomethingAreKeptApartFromTheOthersWithTheirSteps() {
        assertThat(ids("winch", false, "fixes/winch")).containsExactlyInAnyOrder("fixes/winch", "fixes/winch#1");
        assertThat(ids("winch", true, "fixes/winch")).containsExactly("fixes/lamps");
        assertThat(ids("winch", false)).isEmpty();
        // a case has no health
        assertThat(ids("1201", true)).isEmpty();
    }

    @Test
    void kindsProductsAndPhasesAreKeptApart() {
        assertThat(index.find(Asked.of("winch", Set.of(Entry.Kind.STEP), "", "", "", null), 0, 10, 0)
                        .hits())
                .extracting(Found.Hit::id)
                .containsExactly("fixes/winch#1");
        assertThat(index.find(Asked.of("torn", Set.of(), "", "launch", "", null), 0, 10, 0)
                        .hits())
                .hasSize(2);
        assertThat(index.find(Asked.of("torn", Set.of(), "", "install", "", null), 0, 10, 0)
                        .hits())
                .isEmpty();
        assertThat(index.find(Asked.of("torn", Set.of(), "Berthbook", "", "", null), 0, 10, 0)
                        .hits())
                .isEmpty();
        assertThat(index.find(Asked.of("torn", Set.of(), "Watchbill", "", "open", null), 0, 10, 0)
                        .hits())
                .hasSize(2);
    }

    @Test
    void theExcerptShowsWhereItStands() {
        assertThat(index.find(Asked.of("7731"), 0, 10, 0).hits().get(0).excerpt())
                .isEqualTo("held by job 7731");
        assertThat(index.find(Asked.of("slepes"), 0, 10, 0).hits().get(0).excerpt())
                .contains("sleeps since");
    }

    @Test
    void whatIsPutAnewReplacesAndWhatIsRemovedTakesItsPartsAlong() {
        index.put(List.of(entry("cases/12", Entry.Kind.CASE, "Mended", "12", "all well", "")));
        index.remove("fixes/winch");
        index.refresh();
        assertThat(ids("torn")).containsExactly("errors/crane");
        assertThat(ids("winch")).containsExactly("fixes/lamps");
        assertThat(ids("hello")).isEmpty();
    }

    @Test
    void aLongListGoesOnAndSaysHowManyThereAre() {
        List<Entry> many = new ArrayList<>();
        for (int i = 0; i < 3_000; i++) {
            many.add(entry("cases/" + (5_000 + i), Entry.Kind.CASE, "Gangway", String.valueOf(5_000 + i), "lamp", ""));
        }
        Collections.shuffle(many, new Random(1));
        index.put(many);
        index.refresh();
        Found first = index.find(Asked.of("gangway"), 0, 50, 0);
        Found next = index.find(Asked.of("gangway"), 50, 50, 0);
        assertThat(first.more()).isTrue();
        assertThat(first.total()).isGreaterThanOrEqualTo(FindIndex.COUNTED);
        assertThat(first.hits()).hasSize(50).doesNotContainAnyElementsOf(next.hits());
        assertThat(ids("6000")).containsExactly("cases/6000");
    }

    /** A directory that takes nothing more once its disk is full. */
    private static final class Full extends FilterDirectory {
        private boolean full;

        Full() {
            super(new ByteBuffersDirectory());
        }

        @Override
        public IndexOutput createOutput(String name, IOContext context) throws IOException {
            if (full) {
                throw new IOException("No space left on device");
            }
            return super.createOutput(name, context);
        }
    }

    @Test
    void afterAFullDiskItSaysThatItIsBrokenAndStillFindsWhatItHad() {
        Full disk = new Full();
        try (FindIndex full = FindIndex.in(disk)) {
            Entry winch = entry("fixes/winch", Entry.Kind.FIX, "Wake the winch", "", "", "");
            full.put(List.of(winch));
            full.refresh();
            disk.full = true;
            assertThatThrownBy(() -> {
                        full.put(List.of(winch));
                        full.refresh();
                    })
                    .isInstanceOf(UncheckedIOException.class);
            assertThat(full.isBroken()).isTrue();
            assertThat(full.find(Asked.of("winch"), 0, 10, 0).hits()).hasSize(1);
        }
    }

    @Test
    void whatWasKeptIsThereAgainUnderItsMarkAndUnderNoOther() throws IOException {
        ByteBuffersDirectory disk = new ByteBuffersDirectory();
        Entry winch = entry("fixes/winch", Entry.Kind.FIX, "Wake the winch", "", "", "");
        Entry rope = entry("fixes/rope", Entry.Kind.FIX, "Coil the rope", "", "", "");
        AtomicInteger named = new AtomicInteger();
        FindIndex written = FindIndex.in(disk);
        assertThat(written.isKept()).isFalse();
        written.put(List.of(winch));
        written.remember("a\t1\nb\t2\n");
        written.keep("m-1", named::incrementAndGet);
        written.put(List.of(rope));
        written.refresh();
        // closed by nobody, as if it had been killed: what came behind its last stroke is not there
        Directory left = copyOf(disk);
        try (FindIndex again = FindIndex.in(copyOf(left), "m-1")) {
            assertThat(again.isKept()).isTrue();
            assertThat(again.find(Asked.of("winch"), 0, 10, 0).hits()).hasSize(1);
            assertThat(again.find(Asked.of("rope"), 0, 10, 0).hits()).isEmpty();
            assertThat(again.remembered()).isEqualTo("a\t1\nb\t2\n");
        }
        try (FindIndex other = FindIndex.in(copyOf(left), "m-2")) {
            assertThat(other.isKept()).isFalse();
            assertThat(other.find(Asked.of("winch"), 0, 10, 0).hits()).isEmpty();
        }
        assertThat(named).hasValue(1);
        Directory broken = copyOf(left);
        for (String name : broken.listAll()) {
            if (!name.startsWith("segments")) {
                broken.deleteFile(name);
            }
        }
        try (FindIndex anew = FindIndex.in(broken, "m-1")) {
            assertThat(anew.find(Asked.of("winch"), 0, 10, 0).hits()).isEmpty();
            anew.put(List.of(winch));
            anew.refresh();
            assertThat(anew.find(Asked.of("winch"), 0, 10, 0).hits()).hasSize(1);
        }
    }

    /** What a disk has at this moment. */
    private static Directory copyOf(Directory disk) throws IOException {
        ByteBuffersDirectory copy = new ByteBuffersDirectory();
        for (String name : disk.listAll()) {
            if (!name.equals("write.lock")) {
                copy.copyFrom(disk, name, name, IOContext.DEFAULT);
            }
        }
        return copy;
    }
}
