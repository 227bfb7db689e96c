package org.mendak.core.recognise.scan;

/** Where the bytes of a log come from. */
public interface ByteSource {

    /**
     * Reads up to {@code length} bytes, at least one unless there are no more.
     *
     * @return how many were read; -1 at the end
     */
    int read(byte[] into, int from, int length);
}
