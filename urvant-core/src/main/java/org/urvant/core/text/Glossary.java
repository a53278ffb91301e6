package org.urvant.core.text;

import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/** What Urvant's words mean. */
public final class Glossary {
    private static final TreeMap<String, String> WORDS = new TreeMap<>();

    static {
        WORDS.put("bench", "the stand-ins of a project, started together");
        WORDS.put("channel", "an input or output of a device: terminals, or derived from others");
        WORDS.put(
                "configuration",
                "the content for one device in one canonical form; it alone is downloaded and compared");
        WORDS.put("connection", "a device's end of a protocol link: protocol, role, port, addresses");
        WORDS.put("device", "one device of a type, with firmware version, fitted modules and values");
        WORDS.put("device type", "what a kind of device can hold: settings, tables, channels, modules, limits, rules");
        WORDS.put("difference", "one node of a comparison: added, removed or changed, with both values");
        WORDS.put("domain", "the side of the instrument transformers that a value is given on");
        WORDS.put("edited", "a mark: the configuration is not the one that was saved last");
        WORDS.put("expert", "a setting that most people leave alone; lists show it with --expert");
        WORDS.put("finding", "one result of a check: rule, severity, place, meaning, remedy");
        WORDS.put("fingerprint", "the SHA-256 of a configuration; the same project always gives the same one");
        WORDS.put(
                "identity", "a setting that belongs to the one device: twins differ in it, and copies do not take it");
        WORDS.put("idle", "a setting that does not apply now; show says why");
        WORDS.put("ledger", "the record of addresses given, downloads, read-backs and sign-offs; lines are only added");
        WORDS.put("licence", "what a device is allowed to do beyond its firmware");
        WORDS.put("mapping", "a source signal that goes to a destination signal");
        WORDS.put("module", "a part that can be fitted in a slot; modules decide which channels a device has");
        WORDS.put("open item", "a value that only a person can give; it blocks a download");
        WORDS.put("order code", "the maker's code for a device's make-up: modules, licences, variants");
        WORDS.put("origin", "where a device in the project came from: catalogue, example, copy, file, unit");
        WORDS.put("pick", "a kept choice of signals by query");
        WORDS.put("point", "one datum addressed on a connection");
        WORDS.put("project", "one site: its structure, devices, connections, mappings and imported files");
        WORDS.put("read-back gap", "what cannot be read back from a device, so that a comparison does not cover it");
        WORDS.put("selector", "a dial, switch or jumper on the hardware that must agree with a setting");
        WORDS.put("service", "what a device offers on its network, with the risk of leaving it open");
        WORDS.put("setting", "one typed value: name, unit, range, step, default, effect of a change");
        WORDS.put("setting group", "one of several switchable sets of the same settings");
        WORDS.put("sign-off", "a person's statement that this configuration, on this device, was checked");
        WORDS.put("signal", "whatever can be mapped: a channel, a point or a calculated value");
        WORDS.put("stand-in", "a simulated device on a real socket that ships with Urvant");
        WORDS.put("sub-bus", "a bus below a device, with limits on number, class and supply of its members");
        WORDS.put("table", "settings that repeat as rows: recipients, alarms, stages, steps");
        WORDS.put("twin", "the other device of a redundant pair, alike but for its identity");
        WORDS.put("unit", "what a number is measured in; numbers convert exactly, and what was written stays");
    }

    private Glossary() {}

    /** Returns the words. */
    public static Set<String> words() {
        return WORDS.keySet();
    }

    /** Returns what a word means, or empty. */
    public static Optional<String> meaning(String word) {
        return Optional.ofNullable(WORDS.get(word));
    }
}
