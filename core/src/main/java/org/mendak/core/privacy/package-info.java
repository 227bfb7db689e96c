/**
 * What must not be stored, and what must not leave the desk. {@link org.mendak.core.privacy.SecretFinder} points out secrets and personal
 * numbers; {@link org.mendak.core.privacy.PersonalDetails} masks names and serial numbers on the way out. Knows no other room.
 */
package org.mendak.core.privacy;
