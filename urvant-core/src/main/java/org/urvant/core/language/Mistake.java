package org.urvant.core.language;

/**
 * What is wrong in a text of the language.
 *
 * @param place where it was noticed
 * @param message what was found and what was expected
 * @param remedy how to mend it
 */
public record Mistake(TextPlace place, String message, String remedy) {}
