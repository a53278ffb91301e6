package org.urvant.core.device;

import java.math.BigDecimal;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;

/**
 * A bus below the device, and what it can bear. Its members are the rows of a table with the columns {@code class},
 * {@code address} and {@code supply}.
 *
 * @param supply current in mA that the bus gives to members that have no supply of their own
 * @param classes classes of members by name
 */
public record SubBus(BigDecimal supply, Map<String, MemberClass> classes) {
    /** Column with the class of a member. */
    public static final String CLASS = "class";

    /** Column with the address of a member. */
    public static final String ADDRESS = "address";

    /** Column that says who feeds a member. */
    public static final String SUPPLY = "supply";

    /** Word for a member that the bus feeds. */
    public static final String FROM_BUS = "bus";

    /** Word for a member that is fed from elsewhere; it does not count against the supply. */
    public static final String OWN = "own";

    public SubBus {
        Objects.requireNonNull(supply, "supply");
        classes = Collections.unmodifiableMap(new LinkedHashMap<>(classes));
    }

    /**
     * A class of members.
     *
     * @param title what they are, in plain words
     * @param most greatest number of them
     * @param load current in mA that one takes
     */
    public record MemberClass(String title, int most, BigDecimal load) {}
}
