/** A fix shown on another device by a short code, to be read there without signing in. */
package org.mendak.server.cases.shown;
