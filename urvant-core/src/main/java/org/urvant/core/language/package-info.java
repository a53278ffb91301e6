/**
 * Structured Text of IEC 61131-3:2013 as text: tokens, and the tree of terms, statements, and programs that they make. What names stand
 * for and what types values have is said by those who use the tree: rules in {@code core.expression}, programs in
 * {@code core.logic}. Entry: {@link org.urvant.core.language.SyntaxReader}. Everything is immutable but the reader, which is
 * used once.
 */
package org.urvant.core.language;
