/** Hostile input, cut lines and killed programs, counted. Entries: Fuzz, Torture. */
package org.urvant.benchmarks.torture;
