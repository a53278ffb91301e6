package org.urvant.core.network;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;

/**
 * Stations by their subnets. Finds those whose mask is another than that of more stations, or as many, that are in one subnet with
 * them by the wider of the two masks (RFC 950: one mask a subnet).
 *
 * @param <T> whose station it is
 */
public final class Subnets<T> {
    private final Map<Subnet, List<T>> members = new LinkedHashMap<>();
    private final List<Member<T>> all = new ArrayList<>();

    /** Creates one without stations. */
    public Subnets() {}

    private record Subnet(int network, int mask) {
        Subnet within(int wider) {
            return new Subnet(network & wider, wider);
        }
    }

    /**
     * A station and whose it is.
     *
     * @param owner whose it is
     */
    public record Member<T>(Station station, T owner) {}

    /**
     * One with another mask.
     *
     * @param owner whose it is
     * @param mask its mask
     * @param usual the mask of the others
     * @param others those that have it
     */
    public record Odd<T>(T owner, Ipv4 mask, Ipv4 usual, List<T> others) {
        public Odd {
            others = List.copyOf(others);
        }

        /** Returns it in words: {@code 255.255.0.0; 255.255.255.0 is that of F01 and 3 more}. */
        public String text(Function<? super T, String> name) {
            return mask + "; " + usual + " is that of " + name.apply(others.get(0))
                    + (others.size() == 1 ? "" : " and " + (others.size() - 1) + " more");
        }
    }

    /** Adds a station; one whose mask or address is none is left out. */
    public void add(Station station, T owner) {
        if (station.maskMistake().isEmpty() && station.addressMistake().isEmpty()) {
            int mask = station.mask().bits();
            all.add(new Member<>(station, owner));
            members.computeIfAbsent(new Subnet(station.address().bits() & mask, mask), key -> new ArrayList<>())
                    .add(owner);
        }
    }

    /** Returns those whose masks are others than is usual beside them, in the order in which they were added. */
    public List<Odd<T>> odd() {
        Map<Subnet, Subnet> usual = new HashMap<>();
        for (Subnet narrow : members.keySet()) {
            for (int mask = narrow.mask << 1; mask != 0; mask <<= 1) {
                Subnet wide = narrow.within(mask);
                if (members.containsKey(wide)) {
                    boolean isWideOdd =
                            members.get(wide).size() <= members.get(narrow).size();
                    usual.merge(isWideOdd ? wide : narrow, isWideOdd ? narrow : wide, this::larger);
                }
            }
        }
        List<Odd<T>> odd = new ArrayList<>();
        members.forEach((subnet, owners) -> {
            Subnet other = usual.get(subnet);
            if (other != null) {
                List<T> others = List.copyOf(members.get(other)); // once, for thousands can be odd
                owners.forEach(owner -> odd.add(new Odd<>(owner, new Ipv4(subnet.mask), new Ipv4(other.mask), others)));
            }
        });
        return odd;
    }

    /** Returns those without a way out that no other address is near, in the order in which they were added; none where there is one. */
    public List<Member<T>> alone() {
        List<Integer> masks =
                members.keySet().stream().map(Subnet::mask).distinct().toList();
        Map<Subnet, Set<Ipv4>> near = new HashMap<>();
        for (Member<T> member : all) {
            Ipv4 address = member.station().address();
            for (int mask : masks) {
                near.computeIfAbsent(new Subnet(address.bits() & mask, mask), key -> new HashSet<>())
                        .add(address);
            }
        }
        boolean areSeveral = all.stream()
                        .map(member -> member.station().address())
                        .distinct()
                        .count()
                > 1;
        return all.stream()
                .filter(member -> areSeveral && member.station().gateway().isNone())
                .filter(member -> {
                    int mask = member.station().mask().bits();
                    return near.get(new Subnet(member.station().address().bits() & mask, mask))
                                    .size()
                            == 1;
                })
                .toList();
    }

    private Subnet larger(Subnet one, Subnet other) {
        return members.get(other).size() > members.get(one).size() ? other : one;
    }
}
