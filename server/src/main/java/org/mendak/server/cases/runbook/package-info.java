/** The documents as a case keeps them, whatever was published since. Knows no case but its number and its known error. */
package org.mendak.server.cases.runbook;
