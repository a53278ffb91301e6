/**
 * Choosing signals by meaning and by text: kinds that know the standard, queries of terms, and picks that are kept and
 * applied to every device they fit. Entry: Query and Pick. Values are immutable.
 */
package org.urvant.scl.selection;
