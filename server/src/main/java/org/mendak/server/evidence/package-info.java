/**
 * Measured success over HTTP. {@link org.mendak.server.evidence.EvidenceService} fits it when it is asked for and keeps the fit;
 * the services beside it put together what the Evidence place tells of an error and of the desk, and make drafts from it.
 */
package org.mendak.server.evidence;
