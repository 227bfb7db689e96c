package org.mendak.server.platform;

/** The desk in a data folder cannot be opened, or a file is not what it should be; the message is one sentence for people, with the way out. */
public final class DeskRefused extends RuntimeException {

    private static final long serialVersionUID = 1L;

    public DeskRefused(String sentence) {
        super(sentence, null, false, false);
    }

    public DeskRefused(String sentence, Throwable cause) {
        super(sentence, cause);
    }
}
