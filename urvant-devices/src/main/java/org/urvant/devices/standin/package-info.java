/**
 * Simulated devices on real loopback sockets that keep their state on disk. Entry: StandIn. Thread-safe:
 * requests are served by a few threads, and one lock guards the device's state.
 */
package org.urvant.devices.standin;
