package org.urvant.core.device;

import java.util.List;

/**
 * What devices of a type protect with, as far as it can be calculated from their settings.
 *
 * @param stages stages of current protection, in the order of the file
 * @param zones zones of distance protection, in the order of the file
 * @param differentials differential protections, in the order of the file
 * @param supervisions supervisions of the device's own measurement, in the order of the file
 */
public record Protecting(
        List<StageDefinition> stages,
        List<ZoneDefinition> zones,
        List<DifferentialDefinition> differentials,
        List<SupervisionDefinition> supervisions) {
    /** Nothing that can be calculated. */
    public static final Protecting NOTHING = new Protecting(List.of(), List.of(), List.of(), List.of());

    public Protecting {
        stages = List.copyOf(stages);
        zones = List.copyOf(zones);
        differentials = List.copyOf(differentials);
        supervisions = List.copyOf(supervisions);
    }
}
