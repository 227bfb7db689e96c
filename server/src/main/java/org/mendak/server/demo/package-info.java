/**
 * Fills an empty desk with the Skerry Line scenario and greets on the terminal. Cases come from {@code core.simulate} with the
 * seed of {@code demo/seed.yaml}; their dates end today.
 */
package org.mendak.server.demo;
