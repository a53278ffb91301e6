package org.urvant.project.mapping;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.Predicate;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.device.Meaning;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Entry;
import org.urvant.core.point.AddressGroup;
import org.urvant.core.point.AddressGroup.Block;
import org.urvant.core.point.AddressPlan;
import org.urvant.core.point.Claim;
import org.urvant.core.point.Claims;
import org.urvant.core.point.PlacedPoint;
import org.urvant.core.point.PointSpace;
import org.urvant.project.AddressBook;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceSheets;

/** The addresses of a connection that no row has and no signal ever had, by the project's plan. */
final class FreeAddresses {
    private final Project project;
    private final String to;
    private final PointSpace space;
    private final Connection connection;
    private final OptionalInt start;
    private final int mostAddress;
    private final Claims<String> used = new Claims<>();
    /** What rows take now, in difference to what was given once. */
    private final Set<Claim> occupied = new HashSet<>();

    private final Map<String, List<Claim>> earlier = new HashMap<>();
    private final Map<String, Search> searches = new HashMap<>();
    private final Map<String, Search> widths = new HashMap<>();
    private final List<Map.Entry<AddressBook.GivenAddress, String>> given = new ArrayList<>();
    /** Empty where the plan has no parts. */
    private final Optional<AddressParts> parts;

    /** @param start the first address to try for every carrier; empty to follow the plan */
    FreeAddresses(Project project, Device device, String to, PointSpace space, OptionalInt start) {
        this.project = project;
        this.to = to;
        this.space = space;
        this.connection = device.connections().get(to);
        this.start = start;
        this.mostAddress = mostAddress(project, device, to);
        boolean hasParts = space.groups().stream().anyMatch(group -> plan(group).each() > 0);
        this.parts = hasParts ? Optional.of(new AddressParts(project, device, to, space)) : Optional.empty();
        for (Mapping mapping : device.mappings()) {
            ResolvedMapping.resolve(project, device, mapping, finding -> {})
                    .filter(resolved -> resolved.objectConnection().equals(to))
                    .ifPresent(resolved -> {
                        used.add(resolved.object().claim(), resolved.signal());
                        occupied.add(resolved.object().claim());
                    });
        }
        device.addresses().owners().forEach((place, owner) -> {
            if (place.connection().equals(to)) {
                used.add(place.claim(), owner);
                earlier.computeIfAbsent(owner, signal -> new ArrayList<>()).add(place.claim());
            }
        });
    }

    /** The connection's own plan for a group of points, else that of the site. */
    private AddressPlan plan(AddressGroup group) {
        Entry own = connection.values().get(ConnectionKind.plan(group));
        if (own == null) {
            return project.conventions().plan(group);
        }
        try {
            return AddressPlan.read(own.text(), group.whole());
        } catch (IllegalArgumentException e) {
            return AddressPlan.unknown(group.whole());
        }
    }

    /** Refuses when a plan cannot be read: what it wants is not guessed. */
    void requirePlans() {
        space.groups().stream()
                .filter(group -> plan(group).isUnknown())
                .findFirst()
                .ifPresent(group -> {
                    throw unknown(group);
                });
    }

    private RefusedException unknown(AddressGroup group) {
        return new RefusedException(
                "the address plan for " + group.word() + " of " + to + " cannot be read, or leaves no address",
                "Correct it in the conventions of the project, or at the connection; the check says where.");
    }

    /** Returns what was taken here, with who owns it. */
    List<Map.Entry<AddressBook.GivenAddress, String>> given() {
        return given;
    }

    /** Takes a point for a signal. */
    void take(MappedSignal signal, String owner, PlacedPoint point) {
        Claim claim = point.claim();
        parts.ifPresent(known -> known.add(claim, known.source(signal)));
        used.add(claim, owner);
        if (!earlier.isEmpty()) {
            occupied.add(claim); // which only signals that had an address before ask for
        }
        given.add(Map.entry(new AddressBook.GivenAddress(to, claim), owner));
    }

    /** Returns whether the point of a signal lies where the plan wants it. */
    boolean isInPlan(MappedSignal signal, PlacedPoint point) {
        AddressPlan plan = plan(space.group(point.carrier()));
        int address = space.address(point.claim());
        boolean isAlone = plan.each() == 0
                || parts.filter(all -> all.isOf(point.claim().area(), plan, plan.part(address), all.source(signal)))
                        .isPresent();
        return plan.contains(address) && isAlone;
    }

    /** Returns the point at the lowest address that a signal had before and that will do, if it had one. */
    Optional<PlacedPoint> again(String reference, List<String> carriers, Predicate<PlacedPoint> willDo) {
        List<Claim> had = earlier.get(reference);
        if (had == null) {
            return Optional.empty();
        }
        return had.stream()
                .sorted(Comparator.comparing(Claim::area).thenComparing(Claim::first))
                .filter(claim -> !occupied.contains(claim))
                .flatMap(claim -> carriers.stream()
                        .flatMap(carrier -> at(carrier, space.address(claim)).stream())
                        .filter(found -> found.claim().equals(claim)))
                .filter(willDo)
                .findFirst();
    }

    /** Where a search for one of some width in a block goes on: addresses are only ever taken. */
    private static final class Search {
        private final AddressPlan plan;
        private int next;

        Search(AddressPlan plan) {
            this.plan = plan;
            this.next = plan.block().first();
        }
    }

    /** Returns the first point of a carrier that is free for a signal. */
    PlacedPoint next(MappedSignal signal, String carrier) {
        Search search = searches.get(carrier);
        if (search != null) {
            return next(carrier, search);
        }
        AddressPlan plan = plan(space.group(carrier));
        if (plan.isUnknown() && start.isEmpty()) {
            throw unknown(space.group(carrier));
        }
        if (plan.each() == 0 || start.isPresent()) {
            return next(carrier, searches.computeIfAbsent(carrier, this::search));
        }
        return inPart(plan, parts.orElseThrow().source(signal), carrier);
    }

    /** A relay or list goes on in the part that it has, and begins the first one that nobody ever had. */
    private PlacedPoint inPart(AddressPlan plan, String source, String carrier) {
        AddressGroup.Block block = plan.block();
        String area =
                at(carrier, block.first()).map(point -> point.claim().area()).orElse("");
        for (int part = 0; part <= plan.part(block.last()); part++) {
            boolean isFree = parts.orElseThrow().isOf(area, plan, part, source);
            int first = block.first() + part * plan.each();
            int last = Math.min(block.last(), first + plan.each() - 1);
            for (int address = first; isFree && address <= last; address++) {
                Optional<PlacedPoint> point = plan.contains(address)
                        ? at(carrier, address).filter(found -> fits(found, last))
                        : Optional.empty();
                if (point.isPresent() && used.overlapping(point.get().claim()).isEmpty()) {
                    return point.get();
                }
            }
        }
        throw new RefusedException(
                "no address is free for " + source + " in " + plan.text() + " for "
                        + space.group(carrier).word() + " on " + to,
                "Widen the block in the conventions of the project or at the connection, or give each fewer addresses.");
    }

    private boolean fits(PlacedPoint point, int last) {
        Claim claim = point.claim();
        return space.address(new Claim(claim.area(), claim.end() - 1, claim.end())) <= last;
    }

    private PlacedPoint next(String carrier, Search search) {
        for (int last = search.plan.block().last(); search.next <= last; ) {
            int address = search.next;
            search.next += search.plan.step();
            Optional<PlacedPoint> point = search.plan.contains(address) ? at(carrier, address) : Optional.empty();
            if (point.isPresent() && used.overlapping(point.get().claim()).isEmpty()) {
                return point.get();
            }
        }
        throw new RefusedException(
                "no address is free in " + search.plan.text() + " for "
                        + space.group(carrier).word() + " on " + to,
                start.isPresent()
                        ? "Give a lower first address."
                        : "Give a first address, or widen the block in the conventions of the project or at the connection.");
    }

    /** Carriers of one width in one block share a search. */
    private Search search(String carrier) {
        AddressGroup group = space.group(carrier);
        Block whole = group.whole();
        if (start.isPresent() && (start.getAsInt() < whole.first() || start.getAsInt() > whole.last())) {
            throw new RefusedException(
                    "address " + start.getAsInt() + " is outside " + whole.first() + " to " + whole.last() + " of "
                            + group.word() + " on " + to,
                    "Give another first address.");
        }
        AddressPlan plan = start.isPresent() ? AddressPlan.of(new Block(start.getAsInt(), whole.last())) : plan(group);
        String width = at(carrier, whole.first())
                .map(PlacedPoint::claim)
                .map(claim -> claim.area() + " " + (claim.end() - claim.first()) + " in " + plan.text())
                .orElse(carrier);
        return widths.computeIfAbsent(width, name -> new Search(plan));
    }

    /** Returns the point at an address; empty when not all of it lies within the space. */
    private Optional<PlacedPoint> at(String carrier, int address) {
        try {
            return address > mostAddress ? Optional.empty() : Optional.of(space.at(carrier, address));
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
    }

    /** Returns the highest address of a connection that has a number of octets for them. */
    private static int mostAddress(Project project, Device device, String connection) {
        return project.type(device)
                .flatMap(type -> DeviceSheets.of(type, device).sheet(connection))
                .map(sheet -> String.valueOf(sheet.value(Meaning.OBJECT_OCTETS)))
                .filter(octets -> octets.matches("[1-3]"))
                .map(octets -> (1 << Integer.parseInt(octets) * Byte.SIZE) - 1)
                .orElse(Integer.MAX_VALUE);
    }
}
