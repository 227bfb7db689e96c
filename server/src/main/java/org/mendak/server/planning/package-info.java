/** Plans of cases and of known errors. {@link org.mendak.server.planning.PlanService} makes them and keeps the one shown. */
package org.mendak.server.planning;
