/**
 * What a device does by itself: the behaviour that its type gives it, and the programs that a person gave it, over its channels
 * and settings. Entry: {@link org.urvant.project.behaviour.DeviceLogic}. Values are immutable.
 */
package org.urvant.project.behaviour;
