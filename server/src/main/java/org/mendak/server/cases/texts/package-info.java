/** The texts that leave the desk with a case: for the ticket, for whoever asked for help, and for whoever goes on with it. */
package org.mendak.server.cases.texts;
