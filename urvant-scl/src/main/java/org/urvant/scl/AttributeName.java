package org.urvant.scl;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What the names of data attributes stand for (IEC 61850-7-3:2010, clause 8). */
public final class AttributeName {
    private static final Map<String, String> MEANINGS = new HashMap<>();

    static {
        String table =
                """
                stVal=the status itself
                q=quality of the value
                t=time of the last change of value or quality
                general=in any phase
                phsA=in phase A
                phsB=in phase B
                phsC=in phase C
                neut=in the neutral
                dirGeneral=direction of the fault
                mag=magnitude, sent when it changes by more than the dead band
                instMag=magnitude as it is at the moment
                cVal=complex value, sent when it changes by more than the dead band
                instCVal=complex value as it is at the moment
                ang=angle
                f=as a floating-point number
                i=as a whole number
                range=range that the value is in
                actVal=counter reading
                frVal=frozen counter reading
                pulsQty=quantity of one count
                valWTr=step position, and whether the changer is moving
                posVal=step position
                transInd=whether the changer is moving
                ctlVal=what the command asks for
                Oper=operates
                SBO=selects before operating
                SBOw=selects with the value to be operated
                Cancel=takes a selection back
                ctlModel=how commands are given: directly or after selection
                origin=who gave the command
                orCat=kind of originator
                orIdent=name of the originator
                ctlNum=number of the command
                setVal=setting
                setMag=setting
                minVal=least value of the setting
                maxVal=greatest value of the setting
                stepSize=step of the setting
                units=unit of the value
                SIUnit=unit by its number in IEC 61850-7-3, annex A
                multiplier=power of ten before the unit
                db=dead band
                zeroDb=band around zero that counts as zero
                d=description
                dU=description in Unicode
                vendor=maker
                swRev=software revision
                hwRev=hardware revision
                serNum=serial number
                configRev=revision of the configuration
                ldNs=name space of the logical device
                lnNs=name space of the logical node
                sVC=how samples are scaled
                scaleFactor=factor of the samples
                offset=offset of the samples
                har=harmonics, by their order
                numHar=number of harmonics
                numCyc=number of cycles that are evaluated
                evalTm=time over which is evaluated
                subEna=whether a substituted value is used
                subVal=substituted value
                blkEna=whether updates are blocked
                """;
        table.lines()
                .forEach(line ->
                        MEANINGS.put(line.substring(0, line.indexOf('=')), line.substring(line.indexOf('=') + 1)));
    }

    /** Functional constraints that the data classes of IEC 61850-7-3 give attributes of these names, whatever the class. */
    private static final Map<String, List<String>> CONSTRAINTS = new HashMap<>();

    static {
        String table =
                """
                ST: stVal general dirGeneral actVal frVal
                MX: mag instMag cVal instCVal range
                ST MX: q stSeld valWTr
                ST MX SR: t
                CF: ctlModel sboTimeout sboClass units db zeroDb sVC rangeC
                CO: Oper SBO SBOw Cancel
                SP SG SE: setVal setMag
                SV: subEna subVal subMag subCVal subQ subID
                BL: blkEna
                DC: d dU vendor hwRev swRev serNum model configRev
                EX: cdcNs cdcName dataNs lnNs ldNs
                """;
        for (String line : table.lines().toList()) {
            List<String> constraints =
                    List.of(line.substring(0, line.indexOf(':')).split(" "));
            for (String name : line.substring(line.indexOf(':') + 2).split(" ")) {
                CONSTRAINTS.put(name, constraints);
            }
        }
    }

    private AttributeName() {}

    /** Returns the functional constraints that an attribute of a data class can have by its name; empty when any. */
    static List<String> constraints(String name) {
        return CONSTRAINTS.getOrDefault(name, List.of());
    }

    /** Returns what a data attribute with a name says; an index in parentheses does not count. Empty when not known. */
    public static Optional<String> meaning(String name) {
        int bracket = name.indexOf('(');
        return Optional.ofNullable(MEANINGS.get(bracket < 0 ? name : name.substring(0, bracket)));
    }
}
