/**
 * The {@code urvant} command: arguments in, text or JSON out, nothing else. Entry: Urvant. Everything it does can be
 * done with the library.
 */
package org.urvant.cli;
