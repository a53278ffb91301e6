/**
 * Two sides of a site held against each other: devices, parts of them, bays, sites, lists of points, configurations that were
 * kept or read. Entry: Side. Values are immutable.
 */
package org.urvant.project.compare;
