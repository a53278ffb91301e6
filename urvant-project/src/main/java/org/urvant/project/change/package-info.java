/**
 * Changes to a site: each takes a project and returns the changed one, or says what a change would do. Nothing here knows how a
 * project is kept.
 */
package org.urvant.project.change;
