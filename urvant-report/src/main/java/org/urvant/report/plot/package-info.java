/** Plots: characteristics of protection on logarithmic axes, as picture and as text. */
package org.urvant.report.plot;
