package org.urvant.project;

import java.util.Collections;
import java.util.EnumMap;
import java.util.Map;
import java.util.TreeMap;
import org.urvant.core.point.PointGroup;

/**
 * How a project names signals and gives addresses.
 *
 * @param names template of signal names: text with {@code {ied}}, {@code {ld}}, {@code {node}}, {@code {object}},
 *     {@code {attribute}}, {@code {phase}}, {@code {description}}, and of the site's structure {@code {site}}, {@code {level}},
 *     {@code {bay}} and {@code {equipment}}
 * @param addresses block of addresses for each group of points
 * @param abbreviations what words become when a name is too long, by the whole word
 * @param region region that the site lies in, as devices name it; empty text when not given
 * @param arePlacesRequired whether the receivers want a place in the plant for each point, so that a missing one is open
 */
public record Conventions(
        String names,
        Map<PointGroup, Block> addresses,
        Map<String, String> abbreviations,
        String region,
        boolean arePlacesRequired) {
    public Conventions {
        addresses = Collections.unmodifiableMap(new EnumMap<>(addresses));
        abbreviations = Collections.unmodifiableMap(new TreeMap<>(abbreviations));
    }

    /**
     * A block of addresses.
     *
     * @param first first address
     * @param last last address, itself in the block
     */
    public record Block(int first, int last) {
        public Block {
            if (first < 1 || last < first || last > 0xFFFFFF) {
                throw new IllegalArgumentException(
                        "a block is FIRST-LAST within 1 to 16777215, not " + first + "-" + last);
            }
        }
    }

    /** Returns the conventions of a project that says nothing else. */
    public static Conventions standard() {
        Map<PointGroup, Block> blocks = new EnumMap<>(PointGroup.class);
        int first = 1001;
        for (PointGroup group : PointGroup.values()) {
            blocks.put(group, new Block(first, first + 998));
            first += 1000;
        }
        return new Conventions(
                "{ied} {description} {phase}",
                blocks,
                Map.of(
                        "position", "pos.",
                        "earthing", "earth.",
                        "switch", "sw.",
                        "control", "ctl.",
                        "operation", "oper.",
                        "voltage", "volt.",
                        "protection", "prot."),
                "",
                false);
    }

    /** Returns the block of a group. */
    public Block block(PointGroup group) {
        return addresses.getOrDefault(group, new Block(1, 0xFFFFFF));
    }
}
