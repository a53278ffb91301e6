/** Points of IEC 60870-5-101 and -104. Entry: Iec104Space, Iec101Space. */
package org.urvant.core.point.iec60870;
