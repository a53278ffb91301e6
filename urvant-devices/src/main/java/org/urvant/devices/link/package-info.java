/**
 * How a configuration reaches a device and comes back. Entry: DeviceLink; MaintenanceLink is Urvant's own link
 * over HTTPS, described by maintenance-link.openapi.yaml. A link belongs to one thread.
 */
package org.urvant.devices.link;
