package org.urvant.scl;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A class of logical nodes: what it is for, and which data objects every node of it has. Source: IEC 61850-7-4:2010; where
 * edition 2003 asks for more, that is said apart. A class that the standard has and this list lacks is simply not known.
 *
 * @param code name, such as {@code XCBR}
 * @param meaning what it stands for, in plain words
 * @param mandatory data objects that must be there; {@code A|B} asks for one of them
 * @param mandatoryIn2003 what edition 2003 asks for besides
 */
public record NodeClass(String code, String meaning, List<String> mandatory, List<String> mandatoryIn2003) {
    /** Of every class but LPHD; edition 2003 asks for three more (IEC 61850-7-4:2003, 5.1.1). */
    private static final List<String> COMMON = List.of("Beh");

    private static final List<String> COMMON_IN_2003 = List.of("Mod", "Health", "NamPlt");

    /** Data objects that edition 2003 names otherwise (IEC 61850-7-4:2003, 5.14.3 and 5.14.4). */
    private static final Map<String, String> NAMES_IN_2003 = Map.of("AmpSv", "Amp", "VolSv", "Vol");

    /** Class; meaning; mandatory besides the common ones; in edition 2003 besides. */
    private static final String TABLE =
            """
            LLN0; what a logical device says of itself; Mod Health NamPlt;
            LPHD; the physical device; PhyNam PhyHealth Proxy;
            ANCR; neutral current regulator;;
            ARCO; reactive power control;;
            ATCC; automatic tap changer control; TapChg|TapPos;
            AVCO; voltage control;;
            CALH; grouping of alarms; GrAlm|GrWrn|GrInd;
            CCGR; control of cooling;;
            CILO; interlocking; EnaOpn EnaCls;
            CPOW; point-on-wave switching;;
            CSWI; switch control; Pos;
            CSYN; synchroniser control;;
            GAPC; generic automatic control;;
            GGIO; generic inputs and outputs;;
            GSAL; generic security application;;
            IARC; archive;;
            IHMI; human-machine interface;;
            ITCI; link to a control centre;;
            ITMI; link to a monitoring place;;
            MDIF; measured differential currents;;
            MFLK; flicker;;
            MHAI; harmonics between phases;;
            MHAN; harmonics without phases;;
            MMTR; metering of energy;;
            MMXN; measurement without phases;;
            MMXU; measurement of three phases;;
            MSQI; sequence and imbalance; SeqA|SeqV;
            MSTA; statistics of measurements;;
            PDIF; differential protection; Op;
            PDIR; direction comparison; Str;
            PDIS; distance protection; Str Op;
            PDOP; directional overpower; Str Op;
            PDUP; directional underpower; Str Op;
            PFRC; rate of change of frequency; Str Op;
            PHAR; harmonic restraint; Str;
            PHIZ; earth-fault detector of high impedance; Str Op;
            PIOC; instantaneous overcurrent; Op;
            PMRI; motor restart inhibition; Op;
            POPF; over power factor; Str Op;
            PPAM; phase angle; Str Op;
            PSCH; protection scheme; Op;
            PSDE; sensitive directional earth fault; Str;
            PTEF; transient earth fault; Str Op;
            PTOC; time overcurrent; Str Op;
            PTOF; overfrequency; Str Op;
            PTOV; overvoltage; Str;
            PTRC; trip conditioning; Tr|Op;
            PTTR; thermal overload; Op;
            PTUC; undercurrent; Str Op;
            PTUF; underfrequency; Str Op;
            PTUV; undervoltage; Str Op;
            PUPF; under power factor; Str Op;
            PVOC; voltage-controlled overcurrent; Str Op;
            PVPH; volts per hertz; Str Op;
            PZSU; zero speed or underspeed; Str Op;
            RADR; recorder channel, analogue;;
            RBDR; recorder channel, binary;;
            RBRF; breaker failure; OpEx|OpIn;
            RDIR; directional element; Dir;
            RDRE; disturbance recorder; RcdMade FltNum;
            RDRS; handling of disturbance records;;
            RFLO; fault locator; FltZ FltDiskm;
            RPSB; power swing detection and blocking; Str|BlkZn;
            RREC; automatic reclosing; Op AutoRecSt;
            RSYN; synchronism check; Rel;
            SARC; arc monitoring;;
            SCBR; circuit breaker monitoring;;
            SIMG; monitoring of gas insulation; InsAlm;
            SIML; monitoring of liquid insulation; InsAlm;
            SLTC; tap changer monitoring;;
            SPDC; monitoring of partial discharges;;
            SPTR; power transformer monitoring;;
            STMP; temperature supervision;;
            TCTR; current transformer; AmpSv;
            TTMP; temperature sensor;;
            TVTR; voltage transformer; VolSv;
            XCBR; circuit breaker; Loc OpCnt Pos BlkOpn BlkCls; CBOpCap
            XSWI; disconnector or earthing switch; Loc OpCnt SwTyp Pos BlkOpn BlkCls; SwOpCap
            YEFN; earth-fault neutraliser;;
            YLTC; tap changer; TapChg|TapPos EndPosR EndPosL;
            YPSH; power shunt;;
            YPTR; power transformer;;
            ZBAT; battery;;
            ZCAP; capacitor bank; CapDS;
            ZGEN; generator;;
            ZMOT; motor;;
            ZREA; reactor;;
            """;

    private static final Map<String, NodeClass> ALL = read();

    public NodeClass {
        mandatory = List.copyOf(mandatory);
        mandatoryIn2003 = List.copyOf(mandatoryIn2003);
    }

    /** Returns the class with a name, or empty when this list does not have it. */
    public static Optional<NodeClass> of(String code) {
        return Optional.ofNullable(ALL.get(code));
    }

    /** Returns all classes of the list by name. */
    public static Map<String, NodeClass> all() {
        return ALL;
    }

    /** Returns which mandatory data objects are not among the ones given. */
    public List<String> missing(Set<String> objects, boolean edition2003) {
        List<String> wanted = new ArrayList<>();
        mandatory.forEach(object -> wanted.add(edition2003 ? NAMES_IN_2003.getOrDefault(object, object) : object));
        if (edition2003) {
            wanted.addAll(mandatoryIn2003);
        }
        return wanted.stream()
                .filter(object -> Arrays.stream(object.split("\\|")).noneMatch(objects::contains))
                .toList();
    }

    private static Map<String, NodeClass> read() {
        Map<String, NodeClass> classes = new LinkedHashMap<>();
        for (String line : TABLE.split("\n")) {
            String[] cells = line.split(";", -1);
            String code = cells[0].strip();
            boolean bare = code.equals("LPHD");
            List<String> objects = new ArrayList<>(bare ? List.of() : COMMON);
            List<String> earlier = new ArrayList<>(bare ? List.of() : COMMON_IN_2003);
            objects.addAll(words(cells[2]));
            earlier.addAll(words(cells[3]));
            earlier.removeAll(objects);
            classes.put(code, new NodeClass(code, cells[1].strip(), objects, earlier));
        }
        return Collections.unmodifiableMap(classes);
    }

    private static List<String> words(String cell) {
        return cell.isBlank() ? List.of() : List.of(cell.strip().split(" +"));
    }
}
