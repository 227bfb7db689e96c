package org.mendak.server.cases;

import java.util.List;
import org.mendak.server.cases.owed.OwedStore;
import org.mendak.server.platform.Tx;
import org.mendak.server.platform.Who;
import org.mendak.server.team.PersonErased;
import org.mendak.server.team.PersonRenamed;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Where cases hold what somebody is called: words that were typed for them, and what others keep of a case under its agent's name. */
@Component
class NamesInCases {

    private final CaseStore cases;
    private final OwedStore owed;
    private final CaseLocks locks;
    private final ApplicationEventPublisher events;

    NamesInCases(CaseStore cases, OwedStore owed, CaseLocks locks, ApplicationEventPublisher events) {
        this.events = events;
        this.cases = cases;
        this.owed = owed;
        this.locks = locks;
    }

    @EventListener
    void erased(PersonErased e) {
        owed.called(e.tx(), e.was(), e.now());
        List<Long> numbers = tell(e.tx(), e.who());
        e.tx().afterCommit(() -> events.publishEvent(new ErasedWords(numbers)));
    }

    @EventListener
    void renamed(PersonRenamed e) {
        tell(e.tx(), e.who());
    }

    private List<Long> tell(Tx tx, Who agent) {
        List<Long> numbers = cases.numbersOf(tx, agent);
        locks.opened(tx, numbers);
        return numbers;
    }
}
