/** The page at the device: a link that shows the step in hand to somebody who is not signed in, and brings back what they answer. */
package org.mendak.server.cases.shown;
