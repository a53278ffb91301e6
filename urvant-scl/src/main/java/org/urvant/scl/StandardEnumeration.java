package org.urvant.scl;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * The numbers that the standard gives to texts of its enumerations: IEC 61850-7-3:2010, clause 6 and annexes A and B, IEC
 * 61850-7-4:2010, clause 6. On the line goes the number, in a file stands the text: who gives another one says something else.
 */
final class StandardEnumeration {
    private static final Map<String, Map<String, List<String>>> BY_ROLE = new HashMap<>();

    static {
        String table =
                """
                ctlModel: 0=status-only 1=direct-with-normal-security 2=sbo-with-normal-security 3=direct-with-enhanced-security 4=sbo-with-enhanced-security
                dirGeneral dirPhsA dirPhsB dirPhsC dirNeut: 0=unknown 1=forward 2=backward 3=both
                orCat: 0=not-supported 1=bay-control 2=station-control 3=remote-control 4=automatic-bay 5=automatic-station 6=automatic-remote 7=maintenance 8=process
                range: 0=normal 1=high 2=low 3=high-high 4=low-low
                Beh Mod: 1=on 2=blocked 2=on-blocked 3=test 4=test/blocked 5=off
                Health PhyHealth EEHealth: 1=ok 2=warning 3=alarm
                SwTyp: 1=load_break 2=disconnector 3=earthing_switch 4=high_speed_earthing_switch
                SwOpCap: 1=none 2=open 3=close 4=open_and_close
                CBOpCap: 1=none 2=open 3=close-open 4=open-close-open 5=close-open-close-open
                AutoRecSt: 1=ready 2=in_progress 3=successful
                DirMod: 1=non-directional 1=non_directional 2=forward 3=reverse
                cmdQual: 0=pulse 1=persistent
                setCharact: 0=none 1=ansi_extremely_inverse 2=ansi_very_inverse 3=ansi_normal_inverse 4=ansi_moderate_inverse 5=ansi_definite_time 6=long-time_extremely_inverse 7=long-time_very_inverse 8=long-time_inverse 9=iec_normal_inverse 10=iec_very_inverse 11=iec_inverse 12=iec_extremely_inverse 13=iec_short-time_inverse 14=iec_long-time_inverse 15=iec_definite_time
                multiplier: -15=f -12=p -9=n -6=µ -3=m -2=c -1=d 1=da 2=h 3=k 6=M 9=G 12=T 15=P
                SIUnit: 2=m 3=kg 4=s 5=A 6=K 9=deg 10=rad 23=°C 25=F 27=S 28=H 29=V 30=ohm 31=J 32=N 33=Hz 37=T 38=W 62=W 39=Pa 41=m² 42=m³ 43=m/s 45=m³/s 52=ppm 53=1/s 61=VA 63=VAr 65=cos(phi) 70=A²t 71=VAh 72=Wh 73=VArh 74=V/Hz 75=Hz/s 79=dB 84=h 85=min
                """;
        for (String line : table.lines().toList()) {
            int colon = line.indexOf(": ");
            Map<String, List<String>> numbers = new HashMap<>();
            for (String value : line.substring(colon + 2).split(" ")) {
                int equal = value.indexOf('=');
                numbers.computeIfAbsent(value.substring(equal + 1), text -> new ArrayList<>())
                        .add(value.substring(0, equal));
            }
            for (String role : line.substring(0, colon).split(" ")) {
                BY_ROLE.put(role, numbers);
            }
        }
    }

    private StandardEnumeration() {}

    /** Returns whether values of an attribute, or of the status of a data object, are numbered by the standard. */
    static boolean isNumbered(String role) {
        return BY_ROLE.containsKey(role);
    }

    /** Returns the number or numbers that the standard gives to a text; none when it has no such text there. */
    static List<String> numbers(String role, String text) {
        // units and prefixes differ by case, states are written either way
        boolean isExact = role.equals("SIUnit") || role.equals("multiplier");
        String sought = isExact ? text : text.toLowerCase(Locale.ROOT).replace(' ', '_');
        return BY_ROLE.getOrDefault(role, Map.of()).getOrDefault(sought, List.of());
    }
}
