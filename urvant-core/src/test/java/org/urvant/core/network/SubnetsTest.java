package org.urvant.core.network;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SubnetsTest {
    /** Columns: addresses with the bits of their masks, and whose mask is odd, against which. */
    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            192.0.2.1/24 192.0.2.2/24 192.0.2.200/24                 | ''
            192.0.2.1/24 192.0.2.2/24 192.0.2.3/25                   | 192.0.2.3/25: 255.255.255.128; 255.255.255.0 is that of 192.0.2.1/24 and 1 more
            192.0.2.1/25 192.0.2.2/25 192.0.2.3/24                   | 192.0.2.3/24: 255.255.255.0; 255.255.255.128 is that of 192.0.2.1/25 and 1 more
            192.0.2.1/24 192.0.2.2/16                                | 192.0.2.2/16: 255.255.0.0; 255.255.255.0 is that of 192.0.2.1/24
            192.0.2.1/24 198.51.100.2/16                             | ''
            192.0.2.1/25 192.0.2.129/25                              | ''
            192.0.2.255/24 192.0.2.1/25                              | ''
            192.0.2.1/24 192.0.2.2/24 192.0.2.130/26 192.0.2.190/8   | 192.0.2.130/26: 255.255.255.192; 255.255.255.0 is that of 192.0.2.1/24 and 1 more, 192.0.2.190/8: 255.0.0.0; 255.255.255.0 is that of 192.0.2.1/24 and 1 more
            """)
    void aMaskThatIsAnotherThanThoseBesideItIsOdd(String stations, String odd) {
        Subnets<String> subnets = new Subnets<>();
        for (String text : stations.split(" ")) {
            String[] parts = text.split("/");
            String mask = new Ipv4(-1 << 32 - Integer.parseInt(parts[1])).toString();
            subnets.add(Station.of(parts[0], mask, "").orElseThrow(), text);
        }
        assertThat(subnets.odd().stream()
                        .map(each -> each.owner() + ": " + each.text(name -> name))
                        .toList())
                .hasToString("[" + odd + "]");
    }
}
