/**
 * Checks a project and returns findings. Entry: ProjectCheck. Nothing here changes a project.
 */
package org.urvant.project.check;
