/**
 * From cases to a runbook: what was done off the script becomes documents that a person goes on with. Start at {@link
 * org.mendak.core.drafting.Drafting}.
 *
 * <p>What is guessed is written down as such, in the document itself: as "To check".
 */
package org.mendak.core.drafting;
