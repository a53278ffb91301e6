package org.urvant.project;

import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.urvant.core.device.Meaning;
import org.urvant.core.point.AddressGroup;
import org.urvant.core.point.AddressPlan;

/**
 * How a project names signals and gives addresses.
 *
 * @param names template of signal names: text with {@code {ied}}, {@code {ld}}, {@code {node}}, {@code {object}},
 *     {@code {attribute}}, {@code {phase}}, {@code {description}}, and of the site's structure {@code {site}}, {@code {level}},
 *     {@code {bay}} and {@code {equipment}}
 * @param addresses where addresses are given, by the word of the group of points, where it is not the standard block
 * @param ownValues from where a copy gets what only one device may have
 * @param words what words mean on this site
 * @param region region that the site lies in, as devices name it; empty text when not given
 * @param arePlacesRequired whether the receivers want a place in the plant for each point, so that a missing one is open
 * @param expectedDifferences patterns of paths in which two devices, bays or sites are expected to differ
 */
public record Conventions(
        String names,
        Map<String, AddressPlan> addresses,
        Map<Meaning, OwnValues> ownValues,
        Words words,
        String region,
        boolean arePlacesRequired,
        List<String> expectedDifferences) {
    public Conventions {
        expectedDifferences = List.copyOf(expectedDifferences);
        addresses = Collections.unmodifiableMap(new TreeMap<>(addresses));
        ownValues = Collections.unmodifiableMap(new TreeMap<>(ownValues));
    }

    /**
     * What words mean on a site.
     *
     * @param abbreviations what words become when a name is too long, by the whole word
     * @param headings columns of point lists by the headings that stand for them
     * @param studyNames what names that setting studies use mean, by the name
     */
    public record Words(
            Map<String, String> abbreviations, Map<String, String> headings, Map<String, String> studyNames) {
        public Words {
            abbreviations = Collections.unmodifiableMap(new TreeMap<>(abbreviations));
            headings = Collections.unmodifiableMap(new TreeMap<>(headings));
            studyNames = Collections.unmodifiableMap(new TreeMap<>(studyNames));
        }
    }

    /** Returns what words become when a name is too long, by the whole word. */
    public Map<String, String> abbreviations() {
        return words.abbreviations();
    }

    /** Returns columns of point lists by the headings that stand for them on this site. */
    public Map<String, String> headings() {
        return words.headings();
    }

    /** Returns what names that setting studies use mean on this site, by the name. */
    public Map<String, String> studyNames() {
        return words.studyNames();
    }

    /** Returns the conventions of a project that says nothing else. */
    public static Conventions standard() {
        return new Conventions(
                "{ied} {description} {phase}",
                Map.of(),
                Map.of(),
                new Words(
                        Map.of(
                                "position", "pos.",
                                "earthing", "earth.",
                                "switch", "sw.",
                                "control", "ctl.",
                                "operation", "oper.",
                                "voltage", "volt.",
                                "protection", "prot."),
                        Map.of(),
                        Map.of()),
                "",
                false,
                List.of());
    }

    /** Returns where addresses of a group of points are given. */
    public AddressPlan plan(AddressGroup group) {
        AddressPlan own = addresses.get(group.word());
        return own == null ? AddressPlan.of(group.standard()) : own;
    }
}
