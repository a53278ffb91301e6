/**
 * Reading and writing whole files safely: limits when reading, write beside, sync and rename when writing.
 * Entry: SafeFile.
 */
package org.urvant.file;
