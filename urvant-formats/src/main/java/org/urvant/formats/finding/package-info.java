/** Findings as build servers and editors read them: SARIF and JUnit XML. */
package org.urvant.formats.finding;
