package org.urvant.core.network;

import static org.assertj.core.api.Assertions.assertThat;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** RFC 791, RFC 950, RFC 3021 (a subnet of two), RFC 5771 (multicast), RFC 6890 (special addresses). */
class StationTest {
    /** Columns: address, mask, gateway; what is wrong with the address, the mask, the gateway; empty for nothing. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            nullValues = "-",
            textBlock =
                    """
            192.0.2.20   | 255.255.255.0   | 192.0.2.1       | -                | - | -
            192.0.2.20   | 255.255.255.0   | 0.0.0.0         | -                | - | -
            192.0.2.0    | 255.255.255.0   | 192.0.2.1       | network itself   | - | -
            192.0.2.255  | 255.255.255.0   | 192.0.2.1       | broadcast        | - | -
            192.0.2.127  | 255.255.255.128 | 192.0.2.1       | broadcast        | - | -
            192.0.2.128  | 255.255.255.0   | 192.0.2.1       | -                | - | -
            192.0.2.20   | 255.255.255.0   | 192.0.2.0       | -                | - | network itself
            192.0.2.20   | 255.255.255.0   | 192.0.2.255     | -                | - | broadcast
            192.0.2.20   | 255.255.255.0   | 192.0.2.20      | -                | - | own address
            192.0.2.20   | 255.255.255.0   | 224.0.0.5       | -                | - | multicast
            192.0.2.20   | 255.255.255.0   | 255.255.255.255 | -                | - | broadcast
            192.0.2.20   | 255.0.255.0     | 192.0.2.1       | -                | holes | -
            192.0.2.20   | 0.0.0.255       | 192.0.2.1       | -                | holes | -
            192.0.2.20   | 0.0.0.0         | 192.0.2.1       | -                | network part | -
            192.0.2.20   | 255.255.255.254 | 192.0.2.21      | -                | - | -
            192.0.2.21   | 255.255.255.254 | 192.0.2.20      | -                | - | -
            192.0.2.20   | 255.255.255.255 | 0.0.0.0         | -                | - | -
            239.1.2.3    | 255.255.255.0   | 0.0.0.0         | multicast        | - | -
            127.0.0.1    | 255.255.255.0   | 0.0.0.0         | loopback         | - | -
            169.254.1.1  | 255.255.0.0     | 0.0.0.0         | link-local       | - | -
            0.0.0.7      | 255.255.255.0   | 0.0.0.0         | no station       | - | -
            """)
    void whatNoStationCanHaveIsSaid(
            String address, String mask, String gateway, String wrongAddress, String wrongMask, String wrongGateway) {
        Station station = Station.of(address, mask, gateway).orElseThrow();
        assertThat(station.addressMistake().orElse("")).contains(wrongAddress == null ? "" : wrongAddress);
        assertThat(station.addressMistake().isPresent()).isEqualTo(wrongAddress != null);
        assertThat(station.maskMistake().orElse("")).contains(wrongMask == null ? "" : wrongMask);
        assertThat(station.maskMistake().isPresent()).isEqualTo(wrongMask != null);
        assertThat(station.gatewayMistake().orElse("")).contains(wrongGateway == null ? "" : wrongGateway);
        assertThat(station.gatewayMistake().isPresent()).isEqualTo(wrongGateway != null);
    }

    /** Columns: own address and mask, another end, what is wrong with that; empty for nothing. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            nullValues = "-",
            textBlock =
                    """
            192.0.2.20 | 255.255.255.0   | 192.0.2.21      | -
            192.0.2.20 | 255.255.255.0   | 198.51.100.255  | -
            192.0.2.20 | 255.255.255.0   | 192.0.2.20      | the device itself
            192.0.2.20 | 255.255.255.0   | 192.0.2.0       | network itself
            192.0.2.20 | 255.255.255.0   | 192.0.2.255     | broadcast address of the network
            192.0.2.20 | 255.255.255.128 | 192.0.2.127     | broadcast address of the network
            192.0.2.20 | 255.255.255.128 | 192.0.2.255     | -
            192.0.2.20 | 255.255.255.254 | 192.0.2.21      | -
            192.0.2.20 | 255.255.255.0   | 0.0.0.0         | no station
            192.0.2.20 | 255.255.255.0   | 127.0.0.1       | loopback
            192.0.2.20 | 255.255.255.0   | 239.255.0.1     | multicast
            192.0.2.20 | 255.255.255.0   | 255.255.255.255 | the broadcast address
            192.0.2.20 | 255.0.255.0     | 192.0.2.255     | -
            """)
    void whomNobodyTalksToIsSaid(String address, String mask, String other, String wrong) {
        Station station = Station.of(address, mask, "0.0.0.0").orElseThrow();
        Ipv4 peer = Ipv4.of(other).orElseThrow();
        assertThat(station.peerMistake(peer).orElse("")).contains(wrong == null ? "" : wrong);
        assertThat(station.peerMistake(peer).isPresent()).isEqualTo(wrong != null);
    }

    @ParameterizedTest
    @CsvSource({
        "192.0.2.20,255.255.255.0,0.0.0.0,192.0.2.99,true",
        "192.0.2.20,255.255.255.128,0.0.0.0,192.0.2.199,false",
        "192.0.2.20,255.255.255.128,192.0.2.1,192.0.2.199,true",
        "192.0.2.20,255.255.255.128,192.0.2.199,198.51.100.1,false",
        "192.0.2.20,255.255.255.128,192.0.2.127,198.51.100.1,false",
        "192.0.2.20,255.255.255.128,192.0.2.20,198.51.100.1,false",
        "192.0.2.20,255.255.255.254,192.0.2.21,198.51.100.1,true"
    })
    void aPeerIsReachedInTheSubnetOrOverAGatewayThatIsOne(
            String address, String mask, String gateway, String peer, boolean reached) {
        assertThat(Station.of(address, mask, gateway)
                        .orElseThrow()
                        .reaches(Ipv4.of(peer).orElseThrow()))
                .isEqualTo(reached);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                ".",
                "1.2.3",
                "1.2.3.",
                ".1.2.3",
                "1.2.3.4.",
                "1.2.3.4.5",
                "1..3.4",
                "256.1.1.1",
                "1.2.3.0004",
                "1.2.3.x",
                "1.2.3.-4",
                "1,2,3,4",
                "1.2 .3.4",
                "1.2.3.4/24",
                "٣.2.3.4"
            })
    void aTextThatIsNoAddressIsNone(String text) {
        assertThat(Ipv4.of(text)).isEmpty();
    }

    @Test
    void leadingZerosAndBlanksAroundAreTaken() {
        assertThat(Ipv4.of(" 192.000.02.007 ")).contains(new Ipv4(192 << 24 | 2 << 8 | 7));
    }

    @Property(tries = 300)
    void anAddressIsReadBackAsItIsWritten(@ForAll int bits) {
        assertThat(Ipv4.of(new Ipv4(bits).toString())).contains(new Ipv4(bits));
    }

    @Property(tries = 100)
    void everyLengthOfPrefixIsAMask(@ForAll @IntRange(min = 1, max = 32) int length) {
        Ipv4 mask = new Ipv4(-1 << 32 - length);
        Station station = Station.of("192.0.2.77", mask.toString(), "").orElseThrow();
        assertThat(station.maskMistake()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"192.0.2", "192.0.2.256", "192.0.2.1.1", "a.b.c.d", "''", "192.0.2.-1", "192.0.2.١"})
    void whatIsNoAddressIsNone(String text) {
        assertThat(Ipv4.of(text)).isEmpty();
    }
}
