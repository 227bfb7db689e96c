/**
 * Devices to practise on: small models of till, scanner, panel, board, laptop and server, with faults in them, and the commands that people
 * type at them. What a device has, prints and does stands in files ({@link org.mendak.practice.Kinds}); nothing here knows the server, a clock of the
 * machine, or a runbook. {@link org.mendak.practice.PracticeDevice} is the way in.
 */
package org.mendak.practice;
