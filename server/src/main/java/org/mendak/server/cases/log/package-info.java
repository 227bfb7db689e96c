/** The cases of a desk as evidence reads them, and as they are exported. Knows the room of cases, which knows nothing of it. */
package org.mendak.server.cases.log;
