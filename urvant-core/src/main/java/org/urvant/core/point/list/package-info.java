/** Lists of points that others offer: what a row says, the list as a value, and how rows are read. Entry: PointList. */
package org.urvant.core.point.list;
