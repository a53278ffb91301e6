/**
 * Mapping signals to points: which point type carries a signal, and which address it gets. Entry: SignalMapper.
 * Tables follow IEC TS 61850-80-1.
 */
package org.urvant.project.mapping;
