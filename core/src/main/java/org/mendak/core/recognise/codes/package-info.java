/** Codes, by one canonical key: as they are written ({@code CodeReader}) and as people say them ({@code SaidCodes}). */
package org.mendak.core.recognise.codes;
