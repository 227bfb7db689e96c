package org.mendak.server.howto;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.mendak.core.drafting.Drafted;
import org.mendak.core.drafting.Naming;
import org.mendak.core.howto.HowTo;
import org.mendak.core.runbook.Vocabulary;
import org.mendak.server.library.BegunDrafts;
import org.mendak.server.library.LibraryService;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Limits;
import org.mendak.server.platform.OrNull;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.platform.Scope;
import org.mendak.server.platform.Tx;
import org.springframework.stereotype.Service;

/** From how-tos to drafts. */
@Service
class HowToService {

    private static final int NAME = 300;

    private final BegunDrafts drafts;
    private final LibraryService library;

    HowToService(BegunDrafts drafts, LibraryService library) {
        this.drafts = drafts;
        this.library = library;
    }

    /** A draft. */
    record Draft(String folder, String key, String title, String text) {}

    /**
     * What a how-to became.
     *
     * @param refused why it cannot be read; null if it can
     * @param drafts the fixes in their order, then the known error; without one if there is nothing to recognise it by
     * @param placed what of it has a place of its own; null if it cannot be read
     */
    record Read(
            String name,
            @OrNull String refused,
            List<Draft> drafts,
            @OrNull HowTo.Placed placed) {}

    List<Read> preview(Caller caller, List<HowToController.HowToText> howTos) {
        caller.may(Role.AUTHOR, Scope.LIBRARY, "bring in how-tos");
        return read(checked(howTos)).stream().map(Whole::told).toList();
    }

    List<Read> bringIn(Caller caller, List<HowToController.HowToText> howTos) {
        caller.may(Role.AUTHOR, Scope.LIBRARY, "bring in how-tos");
        List<Whole> whole = read(checked(howTos));
        Map<String, String> refused = new LinkedHashMap<>();
        whole.stream().filter(w -> w.made() == null).forEach(w -> refused.put(w.name(), w.refused()));
        if (!refused.isEmpty()) {
            String first = refused.keySet().iterator().next();
            throw Refusal.invalid(
                    "\"" + first + "\" cannot be read: " + refused.get(first)
                            + ". Nothing was stored; take it out, or mend it.",
                    Map.of("howTos", refused));
        }
        return drafts.alone(tx -> {
            for (Whole w : whole) {
                store(tx, caller, w);
            }
            return whole.stream().map(Whole::told).toList();
        });
    }

    private void store(Tx tx, Caller caller, Whole w) {
        for (Drafted.Document d : w.made().documents()) {
            if (drafts.taken(tx, d.kind(), d.key())) {
                throw Refusal.conflict("Meanwhile somebody began \"" + d.key()
                        + "\". Nothing was stored; once more, and it gets another name.");
            }
        }
        drafts.begin(
                tx,
                caller,
                w.made().documents().stream()
                        .map(d -> new BegunDrafts.Begun(d.kind(), d.key(), d.text()))
                        .toList(),
                w.name(),
                w.text());
    }

    /** One that was read; {@code made} is null if it was refused. */
    private record Whole(String name, String text, HowTo.Made made, String refused) {
        Read told() {
            return made == null
                    ? new Read(name, refused, List.of(), null)
                    : new Read(
                            name,
                            null,
                            made.documents().stream().map(Whole::draft).toList(),
                            made.placed());
        }

        private static Draft draft(Drafted.Document d) {
            return new Draft(d.kind().folder(), d.key(), d.title(), d.text());
        }
    }

    /** Reading takes its time: a connection is held for each look at a key alone. */
    private List<Whole> read(List<HowToController.HowToText> howTos) {
        List<String> products = library.library().vocabulary().products().stream()
                .map(Vocabulary.Product::name)
                .toList();
        Naming naming = new Naming((kind, key) -> drafts.taken(kind, key));
        List<Whole> all = new ArrayList<>();
        for (HowToController.HowToText h : howTos) {
            String text = h.text().replace("\u0000", "");
            try {
                HowTo.Made made = HowTo.read(h.name(), text, products, naming);
                boolean fits = made.documents().stream()
                        .allMatch(d -> d.text().getBytes(StandardCharsets.UTF_8).length <= Limits.DOCUMENT_BYTES);
                all.add(
                        fits
                                ? new Whole(h.name(), text, made, null)
                                : new Whole(
                                        h.name(),
                                        text,
                                        null,
                                        "it would make a document of more than " + Limits.DOCUMENT_BYTES
                                                + " bytes; bring it in in parts"));
            } catch (IllegalArgumentException e) {
                all.add(new Whole(h.name(), text, null, e.getMessage()));
            }
        }
        return all;
    }

    private static List<HowToController.HowToText> checked(List<HowToController.HowToText> howTos) {
        List<HowToController.HowToText> all = howTos == null
                ? List.of()
                : howTos.stream().filter(Objects::nonNull).toList();
        if (all.isEmpty() || all.size() > Limits.HOW_TOS) {
            throw Refusal.invalid("Send 1 to " + Limits.HOW_TOS + " how-tos.");
        }
        List<HowToController.HowToText> named = new ArrayList<>();
        long together = 0;
        for (int i = 0; i < all.size(); i++) {
            String text = all.get(i).text() == null ? "" : all.get(i).text();
            String name = String.valueOf(
                            all.get(i).name() == null ? "" : all.get(i).name())
                    .replaceAll("\\p{Cntrl}+", " ")
                    .strip();
            together += text.length();
            name = name.isEmpty() ? "how-to " + (i + 1) : name;
            named.add(new HowToController.HowToText(name.length() > NAME ? name.substring(0, NAME) : name, text));
        }
        if (together > Limits.HOW_TOS_TEXT) {
            throw Refusal.tooLarge("Together they have more than " + Limits.HOW_TOS_TEXT
                    + " characters. Bring them in in several goes; nothing was stored.");
        }
        return named;
    }
}
