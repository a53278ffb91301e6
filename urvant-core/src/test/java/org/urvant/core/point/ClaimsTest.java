package org.urvant.core.point;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;

/** Whatever was claimed in whatever order, an overlap is found exactly where one is. */
class ClaimsTest {
    private record Owned(Claim claim, String owner) {}

    @Provide
    Arbitrary<List<Claim>> claims() {
        Arbitrary<Claim> claim = Combinators.combine(
                        Arbitraries.of("holding", "input"),
                        Arbitraries.longs().between(0, 120),
                        Arbitraries.longs().between(1, 20))
                .as((area, first, length) -> new Claim(area, first, first + length));
        return claim.list().ofMaxSize(40);
    }

    @Property(tries = 500)
    void overlapsAreFoundWhereTheyAre(@ForAll("claims") List<Claim> taken, @ForAll("claims") List<Claim> asked) {
        Claims<String> claims = new Claims<>();
        List<Owned> all = new ArrayList<>();
        for (Claim claim : taken) {
            String owner = "owner " + all.size();
            claims.add(claim, owner);
            all.add(new Owned(claim, owner));
        }
        for (Claim claim : asked) {
            List<String> owners = all.stream()
                    .filter(each -> each.claim().overlaps(claim))
                    .map(Owned::owner)
                    .toList();
            Optional<String> found = claims.overlapping(claim);
            assertThat(found.isPresent()).as("%s in %s", claim, taken).isEqualTo(!owners.isEmpty());
            found.ifPresent(owner -> assertThat(owners).contains(owner));
        }
    }

    /** The very same claim stays with who had it first. */
    @Property(tries = 200)
    void theFirstOwnerKeepsAClaim(@ForAll("claims") List<Claim> taken) {
        Claims<String> claims = new Claims<>();
        List<Claim> apart = new ArrayList<>();
        for (Claim claim : taken) {
            if (apart.stream().noneMatch(claim::overlaps)) {
                apart.add(claim);
            }
        }
        apart.forEach(claim -> claims.add(claim, "first"));
        apart.forEach(claim -> claims.add(claim, "second"));
        assertThat(apart)
                .allSatisfy(claim -> assertThat(claims.overlapping(claim)).hasValue("first"));
    }
}
