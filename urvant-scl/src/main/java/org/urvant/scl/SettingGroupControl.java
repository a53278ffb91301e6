package org.urvant.scl;

/**
 * The setting groups of a logical device (SettingControl, IEC 61850-6:2009, 9.3.12).
 *
 * @param count how many groups there are, at least 1
 * @param active number of the group that is active as delivered, from 1
 */
public record SettingGroupControl(int count, int active) {}
