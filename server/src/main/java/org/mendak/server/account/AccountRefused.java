package org.mendak.server.account;

/** Somebody came back from their account and is not let in. */
public final class AccountRefused extends RuntimeException {

    private static final long serialVersionUID = 1L;

    /** Why; the page has a sentence for each. */
    public enum Why {
        /** What was brought does not hold: a wrong issuer, audience, nonce, signature, or a code that is over. */
        UNTRUE,
        /** They went too long ago, in another browser, or came back with it twice. */
        LATE,
        /** They, or the provider, said no. */
        DECLINED,
        /** The provider does not answer, or too many come at once. */
        SILENT,
        /** The account has no role here. */
        ROLELESS,
        /** The person was shut out. */
        SHUT_OUT,
        /** Somebody else signs in with this account. */
        TAKEN,
        /** Nothing can be stored just now, and they are not known yet. */
        NOT_STORED
    }

    private final Why why;

    public AccountRefused(Why why) {
        this(why, null);
    }

    AccountRefused(Why why, Throwable cause) {
        super(why.name(), cause);
        this.why = why;
    }

    public Why why() {
        return why;
    }
}
