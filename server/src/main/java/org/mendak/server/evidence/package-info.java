/** Measured success over HTTP. {@link org.mendak.server.evidence.EvidenceService} fits it when it is asked for and keeps the fit. */
package org.mendak.server.evidence;
