/**
 * Reads SCL files (IEC 61850-6) into the core's model by StAX, without DTDs and external entities. Entry:
 * SclReader. A reader is immutable and may be shared between threads.
 */
package org.urvant.scl.reading;
