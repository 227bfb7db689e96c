/**
 * The ground the features stand on: settings, database access ({@link org.mendak.server.platform.Db}), who is calling
 * ({@link org.mendak.server.platform.Caller}), security, limits, problem details, jobs and the audit. Knows no feature.
 */
package org.mendak.server.platform;
