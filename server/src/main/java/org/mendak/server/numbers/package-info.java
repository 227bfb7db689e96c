/** Numbers of cases: those of the desk count up from 1, those of practice down from -1. */
package org.mendak.server.numbers;
