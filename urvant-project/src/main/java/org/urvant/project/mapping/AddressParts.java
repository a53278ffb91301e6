package org.urvant.project.mapping;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import org.urvant.core.point.AddressPlan;
import org.urvant.core.point.Claim;
import org.urvant.core.point.ListPoint;
import org.urvant.core.point.PointSpace;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;

/** Which relays and lists have addresses of a connection in which parts of a block; a device has its own like a relay. */
final class AddressParts {
    private final PointSpace space;
    private final String device;
    private final Map<Claim, String> sources = new HashMap<>();
    private final Map<Block, Map<Integer, Set<String>>> blocks = new HashMap<>();

    /** A block of the plan in an area of the connection. */
    private record Block(String area, AddressPlan plan) {}

    AddressParts(Project project, Device device, String connection, PointSpace space) {
        this.space = space;
        this.device = device.name();
        Map<String, String> known = new HashMap<>(); // by what stands before the slash, or the whole of an owner
        project.ieds().forEach(ied -> ied.logicalDevices().forEach(logical -> known.put(logical.name(), ied.name())));
        for (Mapping row : device.mappings()) {
            ResolvedMapping.resolve(project, device, row, finding -> {})
                    .filter(resolved -> resolved.objectConnection().equals(connection))
                    .ifPresent(resolved -> {
                        known.put(Mapping.owned(row.key()), source(resolved.mapped()));
                        sources.putIfAbsent(resolved.object().claim(), source(resolved.mapped()));
                    });
        }
        device.addresses().owners().forEach((place, owner) -> {
            if (place.connection().equals(connection)) {
                String begin = ListPoint.of(owner).map(ListPoint::list).orElse(owner);
                boolean isOwn = begin.equals(owner) && !known.containsKey(owner);
                sources.putIfAbsent(place.claim(), isOwn ? device.name() : known.getOrDefault(begin, begin));
            }
        });
    }

    /** Returns the relay or list that a signal comes from; the device for its own. */
    String source(MappedSignal signal) {
        if (signal instanceof MappedSignal.Calculated calculated) {
            return source(calculated.sources().get(0));
        }
        if (signal instanceof MappedSignal.OfIed ofIed) {
            return ofIed.attribute().node().device().ied().name();
        }
        return signal instanceof MappedSignal.OfList listed ? listed.list().name() : device;
    }

    /** Notes where a source has something. */
    void add(Claim claim, String source) {
        sources.putIfAbsent(claim, source);
        blocks.forEach((block, parts) -> add(block, parts, claim, source));
    }

    private void add(Block block, Map<Integer, Set<String>> parts, Claim claim, String source) {
        int address = space.address(claim);
        AddressPlan plan = block.plan();
        boolean isWithin = claim.area().equals(block.area())
                && address >= plan.block().first()
                && address <= plan.block().last();
        if (isWithin) {
            parts.computeIfAbsent(plan.part(address), part -> new HashSet<>()).add(source);
        }
    }

    /** Returns whether a part of a block is a source's own, or nobody's. */
    boolean isOf(String area, AddressPlan plan, int part, String source) {
        Map<Integer, Set<String>> parts = blocks.computeIfAbsent(new Block(area, plan), block -> {
            Map<Integer, Set<String>> all = new HashMap<>();
            sources.forEach((claim, owner) -> add(block, all, claim, owner));
            return all;
        });
        Set<String> there = parts.getOrDefault(part, Set.of());
        return there.isEmpty() || there.equals(Set.of(source));
    }
}
