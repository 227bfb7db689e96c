/** Pictures of screens that a case keeps. Knows no case but its number. */
package org.mendak.server.cases.pictures;
