package org.urvant.core.device;

import java.util.Arrays;
import java.util.Optional;
import org.urvant.core.text.Word;

/** Ranges that standards give to addresses; broadcast and reserved values are outside. */
public enum AddressRange {
    /** Modbus over serial line, 2.2: 0 is broadcast, 248 to 255 are reserved. */
    MODBUS_UNIT(1, 247),
    /** IEC 60870-5-104, 7.2.4, two octets: 0 is not used, 65535 is broadcast. */
    COMMON_ADDRESS(1, 65_534),
    /** IEC 60870-5-101, 7.2.4, one octet: 0 is not used, 255 is broadcast. */
    SHORT_COMMON_ADDRESS(1, 254),
    /** IEC 60870-5-2, one octet: 255 is broadcast. */
    LINK_ADDRESS(0, 254),
    /** IEEE 1815, 9.2.4: 65520 and above are reserved or broadcast. */
    IEEE1815_ADDRESS(0, 65_519),
    /** ASHRAE 135, clause 9: masters on MS/TP. */
    MSTP_MASTER(0, 127),
    /** ASHRAE 135, 12.1: 4194303 is a wildcard. */
    OBJECT_INSTANCE(0, 4_194_302),
    /** ISO 11898-1, base format: 11 bits. */
    CAN_IDENTIFIER(0, 2_047),
    /** ISO 11898-1, extended format: 29 bits. */
    EXTENDED_CAN_IDENTIFIER(0, 536_870_911),
    /** IEEE 802.1Q: 4095 is reserved. */
    VLAN(0, 4_094),
    /** RFC 6335: 0 is reserved. */
    TCP_PORT(1, 65_535);

    private final int least;
    private final int most;

    AddressRange(int least, int most) {
        this.least = least;
        this.most = most;
    }

    /** Returns the lowest address. */
    public int least() {
        return least;
    }

    /** Returns the highest address. */
    public int most() {
        return most;
    }

    /** Returns the word that device-type files use. */
    public String word() {
        return Word.of(this);
    }

    /** Returns the range for a word, or empty. */
    public static Optional<AddressRange> of(String word) {
        return Arrays.stream(values())
                .filter(range -> range.word().equals(word))
                .findFirst();
    }
}
