/**
 * Points, and what protocols make of them. Entry: PointSpaces; each protocol is a room below this one. What a signal is
 * without a protocol is its shape; what it takes of a connection's addresses is its claim. Values are immutable.
 */
package org.urvant.core.point;
