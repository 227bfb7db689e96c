package org.mendak.server.cases;

/**
 * A picture as it is kept.
 *
 * @param type its media type
 */
record WholePicture(String type, byte[] bytes) {}
