/**
 * How work that takes time says how far it is, and how it is done on several cores. Entry: Progress, Lanes.
 */
package org.urvant.core.progress;
