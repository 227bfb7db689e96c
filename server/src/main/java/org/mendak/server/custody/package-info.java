/**
 * Keeps the desk's file: one process a folder, backups that were opened before they are called backups, restoring, bringing an older
 * schema to this one on a copy, watching the disk. {@link org.mendak.server.custody.Custody} is the door for the command line.
 */
package org.mendak.server.custody;
