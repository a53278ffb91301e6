/**
 * The SCL model (IEC 61850-6:2009, edition 2.1) as read-only views over a compact store. Entry: SclFile, made
 * by a reader through SclBuilder. Type templates are resolved to data attributes on demand. Views are
 * immutable; resolution results are cached, so one file's views belong to one thread at a time.
 */
package org.urvant.scl;
