/**
 * The project folder on disk: device files, mapping tables, imported sources, ledger. Entry: ProjectFolder. One
 * folder object belongs to one thread.
 */
package org.urvant.project.folder;
