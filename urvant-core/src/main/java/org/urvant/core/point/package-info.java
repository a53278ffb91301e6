/**
 * Points: what can be addressed on a connection. Entry: Point with one record for each protocol's way of
 * addressing. Values are immutable.
 */
package org.urvant.core.point;
