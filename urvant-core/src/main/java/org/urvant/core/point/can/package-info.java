/** CAN. Entry: CanSpace. */
package org.urvant.core.point.can;
