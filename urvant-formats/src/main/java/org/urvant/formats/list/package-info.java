/** Lists of points that others write as CSV or XLSX. Entry: PointListFile. */
package org.urvant.formats.list;
