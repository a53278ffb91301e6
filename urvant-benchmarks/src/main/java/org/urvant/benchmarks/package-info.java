/** Measurements, each as a ratio to a plain baseline in the same run. Entry: Figures. */
package org.urvant.benchmarks;
