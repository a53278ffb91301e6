/**
 * Downloads a configuration and reads it back: plan first, backup, stage, activate, read back, compare. Entry:
 * Transfer. One transfer belongs to one thread.
 */
package org.urvant.devices.transfer;
