/**
 * Device types: what a kind of device can hold, as data. Entry: DeviceType. Values are immutable.
 */
package org.urvant.core.device;
