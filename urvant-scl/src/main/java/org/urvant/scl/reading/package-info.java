/**
 * Reads SCL files (IEC 61850-6) into the views of {@code org.urvant.scl}: without a parser where a file is written plainly, else by
 * StAX, without DTDs and external entities. Entry: SclReader. A reader is immutable and may be shared between threads.
 */
package org.urvant.scl.reading;
