/**
 * How work that takes time says how far it is, and how it is done on several cores. Entry: Progress, Cores.
 */
package org.urvant.core.progress;
