/** Points of IEC 61850. Entry: Iec61850Space. */
package org.urvant.core.point.iec61850;
