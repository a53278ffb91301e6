package org.urvant.core.device;

/**
 * A service that a device offers on its network.
 *
 * @param name name within the type
 * @param meaning what it is for, in plain words
 * @param setting path of the setting that opens it; empty text when it is always open
 * @param port transport and port, such as {@code tcp/80}
 * @param isClearText whether it sends in clear text
 * @param risk what leaving it open risks, in plain words; empty text for nothing
 * @param serves kind of connection that it is for; empty text when it is for people
 */
public record Service(
        String name, String meaning, String setting, String port, boolean isClearText, String risk, String serves) {}
