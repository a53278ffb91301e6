/**
 * What a check says: a finding of a named rule, with its place, meaning and remedy. Values are immutable and
 * may be shared between threads.
 */
package org.urvant.core.finding;
