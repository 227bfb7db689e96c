/** What a case owes: put-backs, follow-ups and debts, and what becomes of them. Knows no case but its number. */
package org.mendak.server.cases.owed;
