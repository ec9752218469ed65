// SPDX-License-Identifier: GPL-3.0-or-later
// The fields of people, ticks, permissions, instruments, test results, profiles, settings and cut-over days.
#include "core/editline/record_key.h"

namespace sokudo::editline {

using namespace keys;

template <>
const std::vector<RecordKey<plan::Person>>& keysOf()
{
    using P = plan::Person;
    static const std::vector<RecordKey<P>> kKeys{
        key<&P::name>("name", "Name", "you"), key<&P::hours>("hours", "Hours", "tue 2h, sat 4h"),
        key<&P::trade>("trade", "Trade", "licensed electrician; empty: none"), key<&P::note>("note", "Note")};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::Tick>>& keysOf()
{
    using T = plan::Tick;
    static const std::vector<RecordKey<T>> kKeys{key<&T::job>("job", "Job", "pull:run:12"),
                                                 key<&T::step>("step", "Step", "0: the whole job"),
                                                 key<&T::title>("title", "Called"),
                                                 key<&T::took>("took", "Took", "25min", nullptr, "took_s"),
                                                 key<&T::on>("on", "On", "2026-11-28"),
                                                 key<&T::person>("person", "By", "not said", people),
                                                 key<&T::note>("note", "Note"),
                                                 key<&T::planned>("planned", "Planned", "40min", nullptr, "planned_s")};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::Permit>>& keysOf()
{
    using P = plan::Permit;
    static const std::vector<RecordKey<P>> kKeys{
        key<&P::name>("name", "What", "drill the lime wall"),
        wordKey<&P::kind, plan::permitKindFromCode>("kind", "Kind", words<plan::PermitKind::BetweenBuildings>),
        key<&P::place>("in", "Place", "by the job", places, "place"),
        key<&P::job>("job", "For the job", "any in the place"),
        key<&P::by>("by", "Who said yes, or does it", "the owner, licensed electrician"),
        key<&P::on>("on", "On", "2026-11-28"),
        key<&P::note>("note", "Note")};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::Instrument>>& keysOf()
{
    using I = plan::Instrument;
    static const std::vector<RecordKey<I>> kKeys{
        key<&I::name>("name", "Name", "tester from the tool library"),
        lowerKey<&I::grade>("grade", "What it is", "not said", grades),
        key<&I::battery>("battery", "Battery", "full, 40 %, low"),
        key<&I::calibrated>("calibrated", "Calibrated on", "2026-03-01"),
        key<&I::calibrationDue>("calibration-due", "Calibration due", "2027-03-01", nullptr, "calibration_due"),
        key<&I::lentFrom>("lent-from", "Lent from", "own", nullptr, "lent_from"),
        key<&I::due>("due", "Give back on", "2026-12-06"),
        key<&I::note>("note", "Note")};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::CableTest>>& keysOf()
{
    using T = plan::CableTest;
    static const std::vector<RecordKey<T>> kKeys{
        key<&T::name>("name", "Name", "Q2 2026-11-28"),
        key<&T::run>("run", "Run", "q2", runs),
        key<&T::on>("on", "On", "2026-11-28"),
        wordKey<&T::stage, plan::testStageFromCode>("stage", "When", words<plan::TestStage::Again>),
        lowerKey<&T::grade>("grade", "Tested by", "not said", grades),
        key<&T::instrument>("instrument", "Instrument", "not said", instruments),
        lowerKey<&T::limit>("limit", "Limit", "cat6a, 10g"),
        wordKey<&T::part, plan::testedAsFromCode>("part", "Tested as", words<plan::TestedAs::CableOnly>),
        wordKey<&T::outcome, plan::testOutcomeFromCode>("outcome", "Outcome", words<plan::TestOutcome::Failed>),
        key<&T::wireMap>("map", "Wire map", "1-1 2-2 3-3 …", nullptr, "wire_map"),
        key<&T::length>("length", "Length", "18.4m", nullptr, "length_m"),
        key<&T::worst>("worst", "Worst", "NEXT 36-45"),
        key<&T::margin>("margin", "Margin", "2.1db; below 0: fails", nullptr, "margin_db"),
        key<&T::loop>("loop", "Loop resistance", "3.2ohm", nullptr, "loop_ohm"),
        key<&T::loss>("loss", "Loss", "1.2db", nullptr, "loss_db"),
        key<&T::rate>("rate", "Rate of the run", "10g", nullptr, "rate_bps"),
        key<&T::ran>("ran", "Ran for", "10min", nullptr, "ran_s"),
        key<&T::errors>("errors", "Errors in it", "0"),
        key<&T::by>("by", "Made by", "the installer"),
        key<&T::photo>("photo", "Photo", "its caption"),
        key<&T::note>("note", "Note")};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::PortProfile>>& keysOf()
{
    using P = plan::PortProfile;
    static const std::vector<RecordKey<P>> kKeys{
        key<&P::name>("name", "Name", "access point"),
        key<&P::untagged>("untagged", "Untagged", "no network", networks),
        key<&P::tagged>("tagged", "Tagged", "cameras+guests"),
        key<&P::forced>("rate", "Forced rate", "negotiated", nullptr, "forced_bps"),
        key<&P::mtu>("mtu", "MTU", "1500", nullptr, "mtu_bytes"),
        key<&P::priority>("priority", "Priority class", "0 to 7"),
        key<&P::limit>("limit", "Rate limit", "none", nullptr, "limit_bps"),
        key<&P::isQuerier>("querier", "Multicast querier behind it", "", yesOrNo),
        key<&P::note>("note", "Note")};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::SettingChange>>& keysOf()
{
    using C = plan::SettingChange;
    static const std::vector<RecordKey<C>> kKeys{key<&C::name>("name", "Setting", "flow control of port 3"),
                                                 key<&C::device>("device", "Device", "", devices),
                                                 key<&C::factory>("factory", "From the factory", "on"),
                                                 key<&C::now>("now", "Now", "off"),
                                                 key<&C::why>("why", "Why"),
                                                 key<&C::on>("on", "On", "2026-11-28")};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::CutOver>>& keysOf()
{
    using C = plan::CutOver;
    static const std::vector<RecordKey<C>> kKeys{
        key<&C::name>("name", "Name", "core to core-new"),
        key<&C::from>("from", "Old switch", "not said", devices),
        key<&C::to>("to", "New switch", "not said", devices),
        key<&C::on>("on", "Day", "2026-11-28"),
        key<&C::begins>("begins", "Begins at", "18:00"),
        key<&C::until>("until", "Must work by", "22:30"),
        key<&C::reserve>("reserve", "Reserve in percent", "25", nullptr, "reserve_percent"),
        key<&C::appointments>("appointments", "Fixed appointments", "19:30 20min call; 21:00 10min backup"),
        key<&C::removed>("removed", "Where the old one goes", "spare, backup path, sell"),
        key<&C::note>("note", "Note")};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::DayMark>>& keysOf()
{
    using M = plan::DayMark;
    static const std::vector<RecordKey<M>> kKeys{key<&M::step>("step", "Step", "move:12"),
                                                 key<&M::cutOver>("day", "Cut-over", "", cutOvers, "cut_over"),
                                                 key<&M::begun>("begun", "Begun after", "5min", nullptr, "begun_s"),
                                                 key<&M::ended>("ended", "Ended after", "9min", nullptr, "ended_s"),
                                                 key<&M::value>("value", "Measured", "9.41 Gb/s"),
                                                 key<&M::note>("note", "Note")};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::ColumnMap>>& keysOf()
{
    using C = plan::ColumnMap;
    static const std::vector<RecordKey<C>> kKeys{
        key<&C::name>("name", "Name", "export of the lent tester"),
        key<&C::columns>("columns", "Columns", "run=Cable ID; length=Length (ft) in ft; outcome=Result")};
    return kKeys;
}

SOKUDO_RECORD(plan::Person)
SOKUDO_RECORD(plan::Tick)
SOKUDO_RECORD(plan::Permit)
SOKUDO_RECORD(plan::Instrument)
SOKUDO_RECORD(plan::CableTest)
SOKUDO_RECORD(plan::PortProfile)
SOKUDO_RECORD(plan::SettingChange)
SOKUDO_RECORD(plan::CutOver)
SOKUDO_RECORD(plan::DayMark)
SOKUDO_RECORD(plan::ColumnMap)

}  // namespace sokudo::editline
