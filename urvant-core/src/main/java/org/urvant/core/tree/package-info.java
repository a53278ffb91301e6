/**
 * The plain tree that configurations are made of: sections with sorted keys, and values. Entry: Section, and
 * CanonicalJson for its one form in bytes. Values are immutable.
 */
package org.urvant.core.tree;
