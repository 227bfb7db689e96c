package org.mendak.server.recognition;

import org.mendak.core.recognise.Prior;

/** How often the desk meets its known errors. Rooms behind this one know, and tell it through this door. */
public interface Met {

    /** What is known now; cheap to ask for. */
    Prior prior();
}
