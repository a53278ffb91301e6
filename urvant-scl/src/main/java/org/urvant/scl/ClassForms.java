package org.urvant.scl;

import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Of which basic types the data attributes of the common data classes are, and which changes of them are told (IEC
 * 61850-7-3:2010, clauses 6 and 7; where edition 1 has another one, it is allowed too).
 */
final class ClassForms {
    /** Class, attribute and type; {@code *} for every class, {@code INT} for any whole number. */
    private static final String TYPES =
            """
            *: q=Quality t=Timestamp ctlModel=Enum units=Struct range=Enum subEna=BOOLEAN blkEna=BOOLEAN subQ=Quality
            *: Oper=Struct SBOw=Struct Cancel=Struct origin=Struct phsA=BOOLEAN phsB=BOOLEAN phsC=BOOLEAN neut=BOOLEAN
            *: db=INT zeroDb=INT sboTimeout=INT operTimeout=INT sboClass=Enum pulseConfig=Struct sVC=Struct rangeC=Struct
            *: d=VisString255 dU=Unicode255 dataNs=VisString255 cdcNs=VisString255 cdcName=VisString255
            SPS SPC: stVal=BOOLEAN subVal=BOOLEAN
            DPS DPC: stVal=Dbpos,Enum
            INS INC: stVal=INT,Enum
            ENS ENC: stVal=Enum
            ACT ACD: general=BOOLEAN
            ACD: dirGeneral=Enum dirPhsA=Enum dirPhsB=Enum dirPhsC=Enum dirNeut=Enum
            SEC: cnt=INT sev=Enum
            BCR: actVal=INT frVal=INT pulsQty=FLOAT32
            MV SAV: mag=Struct instMag=Struct
            CMV: cVal=Struct instCVal=Struct
            BSC ISC: valWTr=Struct
            APC BAC: mxVal=Struct
            SPG: setVal=BOOLEAN
            ING: setVal=INT,Enum
            ENG: setVal=Enum
            ASG: setMag=Struct
            """;

    /** Attributes and the trigger that each has in every class. */
    private static final Map<String, String> TRIGGERS = Map.of(
            "stVal", "dchg",
            "general", "dchg",
            "dirGeneral", "dchg",
            "mag", "dchg",
            "cVal", "dchg",
            "actVal", "dchg",
            "valWTr", "dchg",
            "mxVal", "dchg",
            "cnt", "dchg",
            "q", "qchg");

    /** Of what type the value of a command is, by class (IEC 61850-7-3:2010, 7.5 and 7.6). */
    private static final Map<String, List<String>> COMMANDS = Map.of(
            "SPC", List.of("BOOLEAN"),
            "DPC", List.of("BOOLEAN"),
            "INC", List.of("INT", "Enum"),
            "ENC", List.of("Enum"),
            "BSC", List.of("Tcmd", "Enum"),
            "ISC", List.of("INT"),
            "APC", List.of("Struct"),
            "BAC", List.of("Tcmd", "Enum"));

    /** What a command has beside its value (IEC 61850-7-2:2010, 20.5.2; IEC 61850-8-1:2011, annex E). */
    private static final Map<String, List<String>> COMMAND_PARTS = Map.of(
            "origin", List.of("Struct"),
            "ctlNum", List.of("INT"),
            "T", List.of("Timestamp", "EntryTime"),
            "Test", List.of("BOOLEAN"));

    /** Common data classes of data objects by their name, without the number after it (IEC 61850-7-4:2010, clauses 5 and 6). */
    private static final String OBJECTS =
            """
            DPC: Pos DPCSO
            SPC: BlkOpn BlkCls SPCSO LocSta RcdTrg
            SPS: Loc LocKey EnaOpn EnaCls Ind Alm GrAlm GrWrn GrInd Proxy RcdMade Rel
            INS: OpCnt IntIn FltNum
            ENS INS: Beh Health PhyHealth EEHealth SwTyp SwOpCap CBOpCap AutoRecSt
            ENC INC: Mod
            INC: ISCSO
            LPL: NamPlt
            DPL: PhyNam
            ACT: Op Tr OpEx OpIn OpOpn OpCls
            ACD ACT: Str
            MV: TotW TotVAr TotVA TotPF Hz AnIn FltDiskm
            WYE: PhV A W VAr VA PF Z DifAClc RstA
            DEL: PPV
            SEQ: SeqA SeqV
            SAV: AmpSv VolSv
            BSC: TapChg
            ISC: TapPos
            APC: AnOut
            BCR: SupWh DmdWh SupVArh DmdVArh TotWh TotVArh TotVAh
            ASG: StrVal TmMult BlkVal
            ING: OpDlTmms RsDlTmms MinOpTmms MaxOpTmms
            CMV: FltZ
            """;

    private static final Map<String, List<String>> BY_OBJECT = new HashMap<>();
    private static final Map<String, Map<String, List<String>>> BY_CLASS = new HashMap<>();

    static {
        for (String line : TYPES.lines().toList()) {
            int colon = line.indexOf(": ");
            for (String dataClass : line.substring(0, colon).split(" ")) {
                Map<String, List<String>> forms = BY_CLASS.computeIfAbsent(dataClass, any -> new HashMap<>());
                for (String form : line.substring(colon + 2).split(" ")) {
                    int equal = form.indexOf('=');
                    forms.put(
                            form.substring(0, equal),
                            List.of(form.substring(equal + 1).split(",")));
                }
            }
        }
    }

    static {
        for (String line : OBJECTS.lines().toList()) {
            int colon = line.indexOf(": ");
            List<String> classes = List.of(line.substring(0, colon).split(" "));
            for (String object : line.substring(colon + 2).split(" ")) {
                BY_OBJECT.put(object, classes);
            }
        }
    }

    private ClassForms() {}

    /** Returns of which common data classes an object with a name of the standard can be; empty when the name is none. */
    static List<String> classes(String object) {
        int end = object.length();
        while (end > 0 && Character.isDigit(object.charAt(end - 1))) {
            end--;
        }
        return BY_OBJECT.getOrDefault(object.substring(0, end), List.of());
    }

    /** Returns the unit of a measured object by its name, as text and by its numbers; empty when the standard leaves it open. */
    static List<String> units(String object) {
        return switch (object) {
            case "A", "Amp", "AmpSv" -> List.of("A", "5");
            case "PhV", "PPV", "Vol", "VolSv" -> List.of("V", "29");
            case "W", "TotW", "Watt" -> List.of("W", "38", "62");
            case "VAr", "TotVAr", "VolAmpr" -> List.of("VAr", "63");
            case "VA", "TotVA", "VolAmp" -> List.of("VA", "61");
            case "Hz" -> List.of("Hz", "33");
            case "TotWh", "SupWh", "DmdWh" -> List.of("Wh", "72");
            case "TotVArh", "SupVArh", "DmdVArh" -> List.of("VArh", "73");
            case "TotVAh" -> List.of("VAh", "71");
            default -> List.of();
        };
    }

    /** Returns of which types an attribute of a class can be; empty when the standard leaves it open or has no such one. */
    static List<String> types(String dataClass, String attribute) {
        List<String> own = BY_CLASS.getOrDefault(dataClass, Map.of()).get(attribute);
        return own != null ? own : BY_CLASS.get("*").getOrDefault(attribute, List.of());
    }

    /** Returns of which types a part of a constructed attribute is, by its name; empty when the standard leaves it open. */
    static List<String> part(String name) {
        return switch (name) {
            case "f", "scaleFactor", "offset" -> List.of("FLOAT32", "FLOAT64");
            case "i", "posVal", "onDur", "offDur", "numPls" -> List.of("INT");
            case "mag", "ang" -> List.of("Struct");
            case "transInd" -> List.of("BOOLEAN");
            case "SIUnit", "multiplier", "orCat", "cmdQual" -> List.of("Enum");
            case "orIdent" -> List.of("Octet64");
            default -> List.of();
        };
    }

    /** Returns the trigger of an attribute; empty text when it has none. */
    static String trigger(String attribute) {
        return TRIGGERS.getOrDefault(attribute, "");
    }

    /** Returns of which types the parts of a command to an object of a class are; empty when the class takes none. */
    static Map<String, List<String>> command(String dataClass) {
        List<String> value = COMMANDS.get(dataClass);
        if (value == null) {
            return Map.of();
        }
        Map<String, List<String>> parts = new HashMap<>(COMMAND_PARTS);
        parts.put("ctlVal", value);
        return parts;
    }

    /** Returns whether a basic type is one of those that are allowed. */
    static boolean allows(List<String> types, String basic) {
        return types.isEmpty()
                || types.contains(basic)
                || types.contains("INT") && basic.startsWith("INT")
                || !BasicType.isKnown(basic); // a mistake of its own
    }

    /** Returns the types in words. */
    static String words(List<String> types) {
        return String.join(" or ", types).replace("INT", "a whole number");
    }
}
