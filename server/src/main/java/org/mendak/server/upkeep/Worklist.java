package org.mendak.server.upkeep;

import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.mendak.server.platform.AuditStore;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Db;
import org.mendak.server.platform.Names;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Settings;
import org.mendak.server.platform.Who;
import org.mendak.server.team.Person;
import org.mendak.server.team.TeamService;
import org.springframework.stereotype.Service;

/** All that wants looking after, as one list: why, where it is mended, who has it, until when, and what is put off. */
@Service
class Worklist {

    /** As many as are shown; those that cost most. */
    static final int MOST = 500;

    private static final int NOTE = 500;
    /** What was said of an item that is gone is kept as long as this: it may come again. */
    private static final Duration REMEMBERED = Duration.ofDays(180);

    private static final int LONGEST_SNOOZE_DAYS = 366;
    /** Who asks while all documents are being looked through is told how far that is. */
    private static final Duration PATIENCE = Duration.ofMillis(1_500);

    private final Db db;
    private final UpkeepStore store;
    private final Findings findings;
    private final TeamService team;
    private final AuditStore audit;
    private final ZoneId zone;
    private final Clock clock;
    private final Names names;

    Worklist(
            Db db,
            UpkeepStore store,
            Findings findings,
            TeamService team,
            AuditStore audit,
            Settings settings,
            Clock clock,
            Names names) {
        this.names = names;
        this.db = db;
        this.store = store;
        this.findings = findings;
        this.team = team;
        this.audit = audit;
        this.zone = settings.zone();
        this.clock = clock;
    }

    /**
     * Something to look after.
     *
     * @param folder where it is mended: errors or fixes with the {@code key} of a document; null if at the case {@code number}
     * @param owner the sign-in name of who has it; null if nobody has
     * @param due until when; null if nothing was said
     * @param snoozed the day on which it is told again; null if it is not put off
     */
    record Item(
            String item,
            Kind kind,
            @OrNull String folder,
            String key,
            String title,
            Long number,
            String why,
            String remedy,
            @OrNull String owner,
            @OrNull Who ownerName,
            boolean mine,
            @OrNull LocalDate due,
            boolean overdue,
            @OrNull LocalDate snoozed,
            String note) {}

    /**
     * The list.
     *
     * @param total how many there are, those that are not in the list among them
     * @param snoozed how many are put off, if they are not the ones asked for
     * @param counts how many of each kind
     * @param looked how many percent were looked through while that is going on, and nothing else is told yet; null when all were
     */
    record Upkeep(
            int total,
            int snoozed,
            List<Count> counts,
            List<Item> items,
            @OrNull Integer looked) {}

    record Count(Kind kind, int items) {}

    /**
     * Who may look after an item and what they do with it.
     *
     * @param owner a sign-in name; null for nobody
     * @param seenOwner who had it when the caller looked; null for nobody
     */
    record Said(String item, String owner, String seenOwner, LocalDate due, LocalDate snoozed, String note) {}

    private LocalDate today() {
        return clock.instant().atZone(zone).toLocalDate();
    }

    /**
     * What there is to look after: what is overdue first, then by kind.
     *
     * @param snoozed whether what was put off is meant, and nothing else
     */
    Upkeep list(Caller caller, boolean snoozed) {
        caller.may(Role.AUTHOR, Scope.READ, "see upkeep");
        return findings.slow(today(), PATIENCE)
                .map(gathered -> list(caller, snoozed, gathered))
                .orElseGet(() -> new Upkeep(0, 0, List.of(), List.of(), findings.percent()));
    }

    private Upkeep list(Caller caller, boolean snoozed, List<Finding> gathered) {
        return db.tx(tx -> {
            Map<String, UpkeepStore.Mark> marks = store.marks(tx);
            Map<Who, String> logins = logins(team.authors(tx));
            List<Item> all = findings.all(tx, gathered).stream()
                    .map(f -> item(caller, f, marks.get(f.item()), logins))
                    .toList();
            List<Item> meant = all.stream()
                    .filter(i -> snoozed == (i.snoozed() != null))
                    .sorted(Comparator.comparing((Item i) -> !i.overdue()).thenComparing(Item::kind))
                    .toList();
            Map<Kind, Integer> counts = new EnumMap<>(Kind.class);
            meant.forEach(i -> counts.merge(i.kind(), 1, Integer::sum));
            return new Upkeep(
                    meant.size(),
                    snoozed ? 0 : all.size() - meant.size(),
                    counts.entrySet().stream()
                            .map(e -> new Count(e.getKey(), e.getValue()))
                            .toList(),
                    meant.stream().limit(MOST).toList(),
                    null);
        });
    }

    private static Map<Who, String> logins(List<Person> authors) {
        Map<Who, String> logins = new HashMap<>();
        authors.forEach(p -> logins.put(p.who(), p.login()));
        return logins;
    }

    private Item item(Caller caller, Finding f, UpkeepStore.Mark m, Map<Who, String> logins) {
        LocalDate today = today();
        LocalDate later = m == null || m.snoozed() == null || !m.snoozed().isAfter(today) ? null : m.snoozed();
        // who left the desk looks after nothing
        String owner = m == null || m.owner() == null ? null : logins.get(m.owner());
        return new Item(
                f.item(),
                f.kind(),
                f.document() == null ? null : f.document().folder(),
                f.key(),
                f.title(),
                f.number(),
                f.why(),
                f.remedy(),
                owner,
                owner == null ? null : m.owner(),
                owner != null && m.owner().equals(caller.who()),
                m == null ? null : m.due(),
                m != null && m.due() != null && m.due().isBefore(today),
                later,
                m == null ? "" : m.note());
    }

    /** Says who looks after an item, until when, and whether it is put off. */
    Item mark(Caller caller, Said said) {
        caller.may(Role.AUTHOR, Scope.LIBRARY, "look after the library");
        LocalDate today = today();
        if (said.snoozed() != null
                && (!said.snoozed().isAfter(today) || said.snoozed().isAfter(today.plusDays(LONGEST_SNOOZE_DAYS)))) {
            throw Refusal.invalid("It can be put off until a day within a year from tomorrow, not until "
                    + said.snoozed() + ". Nothing was changed.");
        }
        if (said.due() != null && said.due().isBefore(today)) {
            throw Refusal.invalid("due is " + said.due() + ", which is over. Nothing was changed.");
        }
        String note = said.note() == null ? "" : said.note().strip();
        if (note.length() > NOTE) {
            throw Refusal.invalid("A note has at most " + NOTE + " characters, this one " + note.length() + ".");
        }
        List<Finding> gathered = findings.slow(today);
        return db.tx(tx -> {
            List<Finding> all = findings.all(tx, gathered);
            Finding f = all.stream()
                    .filter(x -> x.item().equals(said.item()))
                    .findFirst()
                    .orElseThrow(() -> Refusal.notFound("There is nothing more to look after in \"" + said.item()
                            + "\": it was mended meanwhile, or never was."));
            List<Person> authors = team.authors(tx);
            Map<Who, String> logins = logins(authors);
            UpkeepStore.Mark was = store.marks(tx).get(f.item());
            String has = was == null || was.owner() == null ? null : logins.get(was.owner());
            if (!Objects.equals(has, said.owner()) && !Objects.equals(has, said.seenOwner())) {
                throw Refusal.conflict(
                        has == null
                                ? "Nobody has it any more. Nothing was changed."
                                : names.of(was.owner()) + " has it by now. Nothing was changed.");
            }
            Person owner = said.owner() == null
                    ? null
                    : authors.stream()
                            .filter(p -> p.login().equals(said.owner()))
                            .findFirst()
                            .orElseThrow(() -> Refusal.invalid("\"" + said.owner()
                                    + "\" is nobody who can look after documents: choose an author or a lead."));
            UpkeepStore.Mark m = new UpkeepStore.Mark(
                    f.item(),
                    owner == null ? null : owner.who(),
                    said.due(),
                    said.snoozed(),
                    note,
                    caller.who(),
                    clock.instant());
            store.mark(tx, m);
            store.forget(
                    tx,
                    clock.instant().minus(REMEMBERED),
                    all.stream().map(Finding::item).toList());
            audit.write(
                    tx,
                    caller,
                    "upkeep",
                    f.item().substring(0, Math.min(120, f.item().length())),
                    "");
            return item(caller, f, m, logins);
        });
    }
}
