/** What is kept for how long, and erased after it: daily, and when somebody asks for it. */
package org.mendak.server.retention;
