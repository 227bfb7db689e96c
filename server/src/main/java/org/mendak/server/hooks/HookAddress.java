package org.mendak.server.hooks;

import java.net.InetAddress;
import java.net.URI;
import java.net.URISyntaxException;
import java.net.UnknownHostException;
import org.mendak.server.platform.Refusal;

/** Which addresses may be told: pages of others, not the inside of this machine's own network card. */
final class HookAddress {

    private static final int LONGEST = 1_000;

    private HookAddress() {}

    /** The address as it is called, or a refusal that says what is wrong. */
    static String checked(String address) {
        String a = address == null ? "" : address.strip();
        if (a.length() > LONGEST) {
            throw Refusal.invalid("An address has at most " + LONGEST + " characters.");
        }
        try {
            URI uri = new URI(a);
            boolean web = "http".equalsIgnoreCase(uri.getScheme()) || "https".equalsIgnoreCase(uri.getScheme());
            if (!web || uri.getHost() == null) {
                throw Refusal.invalid("Write an address that begins with https:// or http:// and names a host.");
            }
            if (uri.getUserInfo() != null || uri.getFragment() != null) {
                throw Refusal.invalid("An address has no name or password in it, and no #; calls are signed instead.");
            }
            return uri.toASCIIString();
        } catch (URISyntaxException e) {
            throw Refusal.invalid("\"" + a + "\" is no address: " + e.getReason() + ".");
        }
    }

    /** Whether a host is one that nobody means: of its own link only, or of everybody. Asked at each call, for names change. */
    static boolean isForbidden(String address) throws UnknownHostException {
        for (InetAddress a : InetAddress.getAllByName(URI.create(address).getHost())) {
            if (a.isLinkLocalAddress() || a.isMulticastAddress() || a.isAnyLocalAddress()) {
                return true;
            }
        }
        return false;
    }
}
