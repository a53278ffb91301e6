/**
 * A device's values against its type: one sheet for the device, each setting group, channel, row and connection. Entry:
 * DeviceSheets. Not safe for use by several threads at once.
 */
package org.urvant.project.setting;
