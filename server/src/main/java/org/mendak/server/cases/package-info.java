/**
 * Cases, from report to verified end. {@link org.mendak.server.cases.CaseService} holds the rules of a case, {@code
 * AttemptService} those of attempts, steps and put-backs; {@link org.mendak.server.cases.log.CaseLog} reads the log that evidence
 * is computed from. {@code WorkedAttempt} is a fix as one attempt works it, {@code Gate} what stands before a step that destroys. Slices with
 * doors of their own know this room and not each other: {@code texts} and {@code shown}.
 */
package org.mendak.server.cases;
