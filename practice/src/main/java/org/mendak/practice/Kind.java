package org.mendak.practice;

import java.util.List;
import java.util.Map;
import org.mendak.core.language.Condition;

/**
 * A kind of device.
 *
 * @param name such as {@code till}
 * @param names the devices of this kind that there are
 * @param sound how one stands that nothing is wrong with
 * @param screen what its screen shows while nothing is tried
 * @param mendsAll what mends whatever is wrong with it, such as being written anew; null if nothing does
 * @param temporary values that somebody may change while mending it and must put back
 * @param lasting values that are other after a mending than they were, as they should be: what was newly made, counted or told
 * @param answers what whoever is there answers when they are asked, by the fact that is asked for, whatever is wrong; state may stand in it
 */
record Kind(
        String name,
        String about,
        List<String> names,
        State sound,
        List<String> screen,
        List<Deed> deeds,
        Condition mendsAll,
        List<String> temporary,
        List<String> lasting,
        Map<String, String> answers,
        Map<String, Fault> faults) {}
