/** Points of IEC 60870-5-104. Entry: Iec104Space. */
package org.urvant.core.point.iec104;
