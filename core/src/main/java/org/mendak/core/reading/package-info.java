/**
 * What a device shows, read: which lines and table rows fit what a document captures, and where their values stand. Every place that fits
 * is told, so that several are a choice and none is said to be missing; nothing is ever taken that is only a piece of a value.
 */
package org.mendak.core.reading;
