/** Devices to practise on, for those who are signed in to a demo: each person has their own, in memory, and nothing of them is kept. */
package org.mendak.server.practice;
