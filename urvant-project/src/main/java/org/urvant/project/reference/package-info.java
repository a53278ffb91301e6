/**
 * What in a site names what: references as values, found by the kind of the value that holds them, never by what a text looks
 * like. Entry: References.
 */
package org.urvant.project.reference;
