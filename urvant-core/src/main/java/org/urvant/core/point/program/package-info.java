/** The device's own programs as an end of rows: they take values by the identifiers of rows, and give them. Entry: ProgramPoint. */
package org.urvant.core.point.program;
