package org.mendak.server.recognition;

import java.util.List;
import org.mendak.core.recognise.CaseText;
import org.mendak.core.recognise.Prior;

/** What the desk has learned from its cases. Rooms behind this one know, and tell it through this door. */
public interface Experience {

    /** How often known errors are met, as far as it is known now; cheap to ask for. */
    Prior prior();

    /** How people put them, as far as it is known now: the same list as long as nothing has changed; cheap to ask for. */
    List<CaseText> texts();
}
