package org.mendak.server.cases.pictures;

/**
 * A picture as it is kept.
 *
 * @param type its media type
 */
public record WholePicture(String type, byte[] bytes) {}
