/** Words of texts, cut and folded, with their places; what they have in common with other words, and how common they are. */
package org.mendak.core.recognise.words;
