/**
 * What the desk's cases teach recognition: how often known errors are met, and how people put them. {@link
 * org.mendak.server.heard.CaseExperience} tells it through the door that recognition has for it; nothing of it is kept but the
 * cases themselves, so that what is deleted there is forgotten here.
 */
package org.mendak.server.heard;
