/**
 * The server: HTTP in and out, rules, records. {@link org.mendak.server.Mendak} starts it. Each feature has a Controller
 * (HTTP), a Service (rules, one transaction per act) and a Store (SQL); what is computed lives in {@code org.mendak.core}.
 */
package org.mendak.server;
