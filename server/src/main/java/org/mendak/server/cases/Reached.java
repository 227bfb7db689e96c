package org.mendak.server.cases;

/** How the device is reached: somebody at it is on the phone, its screen is at hand, or one stands before it. */
public enum Reached {
    PHONE,
    REMOTE,
    DEVICE
}
