/**
 * The configuration of one device in canonical form, and its fingerprints. Entry: Configuration. Values are
 * immutable.
 */
package org.urvant.project.configuration;
