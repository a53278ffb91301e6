package org.urvant.project;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.point.Claim;
import org.urvant.project.AddressBook.GivenAddress;

/** What was given stays with its owner, whatever part of it is asked for. */
class AddressBookTest {
    private static GivenAddress place(String connection, String area, long first, long end) {
        return new GivenAddress(connection, new Claim(area, first, end));
    }

    @ParameterizedTest(name = "{0} {1} {2} to {3}: {4}")
    @CsvSource({
        "panel, holding, 10, 12, power",
        "panel, holding, 11, 12, power",
        "panel, holding, 9, 11, power",
        "panel, holding, 12, 13, ",
        "panel, input, 10, 12, ",
        "scada, holding, 10, 12, current",
        "other, holding, 10, 12, "
    })
    void anAddressIsThatOfWhomItWasGivenTo(String connection, String area, long first, long end, String owner) {
        AddressBook book = AddressBook.of(
                Map.of(place("panel", "holding", 10, 12), "power", place("scada", "holding", 10, 12), "current"));
        assertThat(book.owner(place(connection, area, first, end)).orElse(null)).isEqualTo(owner);
        AddressBook later = book.with(List.of(Map.entry(place("panel", "holding", 10, 12), "somebody else")));
        assertThat(later.owner(place(connection, area, first, end)).orElse(null))
                .as("the first owner keeps it")
                .isEqualTo(owner);
    }
}
