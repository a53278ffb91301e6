package org.urvant.project.cache;

import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** Which devices of a project were read without a finding, each with the state that its files had then. */
public final class SoundDevices {
    private final UserCache cache;
    private final Optional<String> slot;
    private final Map<String, String> known = new HashMap<>();

    /** @param project what tells the project from others, such as its folder */
    public SoundDevices(UserCache cache, String project) {
        this.cache = cache;
        this.slot = UserCache.key("sound devices of " + project);
        slot.ifPresent(name -> cache.pieces(name)
                .forEach((device, state) -> known.put(device, new String(state, StandardCharsets.UTF_8))));
    }

    /** Returns whether a device was read without a finding when its files had a state. */
    public boolean isSound(String device, String state) {
        return state.equals(known.get(device));
    }

    /** Keeps which devices are sound, by the state of their files, in place of what was kept. */
    public void keep(Map<String, String> states) {
        if (!states.equals(known)) {
            Map<String, byte[]> pieces = new TreeMap<>();
            states.forEach((device, state) -> pieces.put(device, state.getBytes(StandardCharsets.UTF_8)));
            slot.ifPresent(name -> cache.keepPieces(name, pieces));
        }
    }
}
