/** Recognition over HTTP. {@link org.mendak.server.recognition.RecognitionService} keeps the index of the published library. */
package org.mendak.server.recognition;
