package org.mendak.server.evidence;

import java.util.List;
import java.util.Map;
import org.mendak.server.platform.Caller;
import org.mendak.server.platform.Refusal;
import org.mendak.server.platform.Role;
import org.mendak.server.team.DeskSettings;
import org.springframework.stereotype.Component;

/** Whose cases somebody may look at alone: their own, and those of colleagues if they lead or the desk has set so. */
@Component
class Colleagues {

    private final DeskSettings settings;

    Colleagues(DeskSettings settings) {
        this.settings = settings;
    }

    private boolean mayCompare(Caller caller) {
        return caller.role() == Role.LEAD || settings.values().colleaguesFigures();
    }

    /** What was asked for, unless it is not for this caller. */
    CaseChoice choice(Caller caller, Map<String, List<String>> query) {
        CaseChoice choice = CaseChoice.of(query);
        if (!mayCompare(caller) && choice.agents().stream().anyMatch(w -> !w.equals(caller.who()))) {
            throw Refusal.forbidden("Figures of colleagues are for leads at this desk. A lead can change that.");
        }
        return choice;
    }

    /** What this caller can ask for. */
    ErrorEvidence.Choices choices(Caller caller, ErrorEvidence.Choices all) {
        return mayCompare(caller)
                ? all
                : new ErrorEvidence.Choices(
                        all.products(),
                        all.agents().stream().filter(w -> w.id() == caller.id()).toList(),
                        all.facts());
    }
}
