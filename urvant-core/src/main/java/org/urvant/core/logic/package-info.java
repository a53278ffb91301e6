/**
 * Programs of Structured Text (IEC 61131-3:2013): typed, compiled to closures, run over given inputs and given time; every value
 * carries quality and time. Entry: {@link org.urvant.core.logic.Logic}. A {@link org.urvant.core.logic.LogicRun} belongs to one
 * thread; all else is immutable.
 */
package org.urvant.core.logic;
