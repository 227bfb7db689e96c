/**
 * Cases, from report to verified end. {@link org.mendak.server.cases.CaseService} holds the rules of a case, {@code
 * AttemptService} those of attempts, steps and put-backs; {@link org.mendak.server.cases.CaseLog} reads the log that evidence
 * is computed from.
 */
package org.mendak.server.cases;
