/**
 * What texts have in common that no runbook covers: which of them are of one shape, and the message that a shape's texts are made of.
 * Computes the same groups whatever the order the texts come in. Stores nothing.
 */
package org.mendak.core.shapes;
