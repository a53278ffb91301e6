/**
 * The project: devices with their values, connections and mappings, and the imported sources. Entry: Project.
 * Values are immutable and keep the place they were read from.
 */
package org.urvant.project;
