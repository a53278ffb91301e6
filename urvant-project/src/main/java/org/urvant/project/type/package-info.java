/**
 * Reads device types from YAML files and holds the shipped catalogue. Entry: Catalogue.
 */
package org.urvant.project.type;
