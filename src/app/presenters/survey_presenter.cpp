// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/survey_presenter.h"

#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/editline/record_fields.h"
#include "core/kb/host_rows.h"
#include "core/kb/port_rows.h"
#include "core/match/lane_plan.h"
#include "core/match/parts_list.h"
#include "core/match/run_rules.h"
#include "core/measure/module_entry.h"
#include "core/measure/module_name.h"
#include "core/plan/duplicate.h"
#include "core/plan/edits.h"
#include "host/host_reader.h"
#include "store/rebase.h"

namespace sokudo::app {
namespace {

QString figure(const std::optional<BitRate>& rate) { return rate ? toQt(text::rate(*rate, 3)) : QString("no link"); }

}  // namespace

SurveyPresenter::SurveyPresenter(Document& document, Selection& selection, HostSource hosts, QObject* parent)
    : QObject(parent), m_document(document), m_selection(selection), m_hosts(std::move(hosts))
{
    connect(&document, &Document::planChanged, this, &SurveyPresenter::changed);
    connect(&document, &Document::analysisChanged, this, &SurveyPresenter::changed);
    connect(&document, &Document::analysisChanged, this, &SurveyPresenter::findNextThings);
    connect(&selection, &Selection::changed, this, &SurveyPresenter::selectionChanged);
}

HouseContent SurveyPresenter::house() const
{
    return houseContent(m_document.plan(), m_document.knowledge(), m_document.analysis());
}

InspectorContent SurveyPresenter::inspector() const
{
    if (const plan::Port* port = plan().ports.find(m_selection.port())) return portContent(*port);
    if (const plan::Device* device = plan().devices.find(m_selection.device())) return deviceContent(*device);
    if (const plan::Run* run = plan().runs.find(m_selection.run())) return runContent(*run);
    return standingContent();
}

/// The ports of a device and what hangs on them; the worst of its links becomes the notice.
InspectorSection SurveyPresenter::portSection(const plan::Device& device, InspectorContent& content) const
{
    InspectorSection ports{"Ports", {}};
    for (const plan::Port* port : plan::portsOf(plan(), device.id)) {
        const kb::Cage* cage = m_document.knowledge().find<kb::Cage>(port->cage);
        InspectorLine line{{}, toQt(port->name), cage ? toQt(cage->name) : toQt(port->cage), "free", {}, port->id, {}};
        if (const auto runs = plan::runsAt(plan(), port->id); !runs.empty()) {
            const match::LinkReport* report = m_document.analysis().reportOf(runs.front()->id);
            line.run = runs.front()->id;
            const plan::PortId far = runs.front()->a == port->id ? runs.front()->b : runs.front()->a;
            line.value = toQt(plan::portText(plan(), far));
            if (report && report->rate) line.value += " · " + figure(report->rate);
            if (report) line.mark = report->verdict;
            if (report && report->verdict == Verdict::NoLink) line.value += " · no link";
            const bool speaks = report && (report->verdict > Verdict::Unknown || report->verdict == Verdict::Limited);
            if (speaks && content.notice.isEmpty()) {
                content.notice = toQt(report->reason());
                content.verdict = report->verdict;
            }
        }
        ports.lines.push_back(std::move(line));
    }
    return ports;
}

InspectorSection SurveyPresenter::slotSection(const plan::Device& device) const
{
    InspectorSection slotLines{"Slots", {}};
    const auto cards = match::cardsOf(plan(), device.id, m_document.knowledge());
    for (const plan::Slot* slot : plan::slotsOf(plan(), device.id)) {
        QString detail =
            slot->generation > 0 ? QString("%1.0 ×%2").arg(slot->generation).arg(slot->lanes) : QString("never read");
        if (slot->shape > slot->lanes && slot->generation > 0)
            detail = QString("×%1 shape, %2").arg(slot->shape).arg(detail);
        for (const match::CardLoad& load : cards)
            if (load.slot == slot->name && load.carries && !load.isEnough())
                detail += QString("; its %1 ports together %2, the bus %3")
                              .arg(load.ports)
                              .arg(toQt(text::linkRate(load.sum)), toQt(text::rate(*load.carries, 3))) +
                          (load.better.empty() ? QString() : "; slot " + toQt(load.better));
        slotLines.lines.push_back({slot->generation == 0 && slot->card ? std::optional(Verdict::Unknown) : std::nullopt,
                                   toQt(slot->name),
                                   detail,
                                   slot->card ? toQt(slot->card->name) : QString("free"),
                                   {},
                                   {},
                                   slot->id});
    }
    return slotLines;
}

InspectorSection SurveyPresenter::hostSection(const plan::Device& device) const
{
    InspectorSection host{"Host", {}};
    if (device.processor)
        host.lines.push_back({{},
                              "processor",
                              QString("%1 cores, %2%3GHz")
                                  .arg(device.processor->cores)
                                  .arg(toQt(text::number(device.processor->clockGhz)), toQt(text::kThin)),
                              {},
                              {},
                              {},
                              {}});
    for (const plan::DiskGroup& group : device.disks) {
        const kb::Disk* disk = m_document.knowledge().find<kb::Disk>(group.kind);
        host.lines.push_back({{},
                              "disks",
                              QString("%1 × %2%3")
                                  .arg(group.count)
                                  .arg(disk ? toQt(disk->name) : toQt(group.kind),
                                       group.level.empty() ? QString() : ", " + toQt(group.level)),
                              {},
                              {},
                              {},
                              {}});
    }
    if (!device.fileShare.empty()) host.lines.push_back({{}, "file share", toQt(device.fileShare), {}, {}, {}, {}});
    return host;
}

InspectorContent SurveyPresenter::deviceContent(const plan::Device& device) const
{
    const plan::Place* place = plan().places.find(device.place);
    InspectorContent result{toQt(device.name),
                            toQt(std::string(word(device.role))) + " · " + (place ? toQt(place->name) : QString("?")),
                            {},
                            {},
                            {}};
    const auto addFilled = [&](InspectorSection section) {
        if (!section.lines.empty()) result.sections.push_back(std::move(section));
    };
    InspectorSection ports = portSection(device, result);
    result.sections.push_back(std::move(ports));
    addFilled(slotSection(device));
    if (const auto lanes = match::lanePlan(plan(), device.id, m_document.knowledge())) {
        QString sentence = toQt(lanes->sentence);
        sentence[0] = sentence[0].toUpper();
        result.sections.push_back({"A better arrangement of its cards", {{{}, sentence, {}, {}, {}, {}, {}}}});
    }
    result.sections.push_back(failureSection({"device", device.id.value}));
    addFilled(hostSection(device));
    for (InspectorSection& facts : factSections(device.traits, device.sources)) addFilled(std::move(facts));
    addFilled(recordSection({"device", device.id.value}));
    return result;
}

InspectorContent SurveyPresenter::runContent(const plan::Run& run) const
{
    const match::LinkReport* report = m_document.analysis().reportOf(run.id);
    const kb::Medium* medium = m_document.knowledge().find<kb::Medium>(run.medium);
    InspectorContent result{"run " + toQt(run.label),
                            toQt(plan::portText(plan(), run.a)) + " — " + toQt(plan::portText(plan(), run.b)),
                            report ? std::optional(report->verdict) : std::nullopt,
                            report ? toQt(report->reason()) : QString(),
                            {}};
    InspectorSection cable{"Cable", {}};
    const auto line = [&](QString name, QString value, std::optional<Verdict> mark = {}, const char* field = "") {
        const plan::Source* source = run.sources.of(field);
        cable.lines.push_back(
            {mark, std::move(name), source ? toQt(plan::text(*source)) : QString(), std::move(value), {}, {}, {}});
    };
    line("kind", medium ? toQt(medium->name) : QString("not known"),
         medium ? std::optional<Verdict>() : Verdict::Unknown, "medium");
    line("length", run.length ? toQt(text::length(*run.length)) : QString("never measured"),
         run.length ? std::optional<Verdict>() : Verdict::Unknown, "length_m");
    if (run.slack) line("slack left", toQt(text::length(*run.slack)), {}, "slack_m");
    if (!run.route.empty()) line("route", toQt(text::joined(run.route, " › ")), {}, "route");
    if (run.joints > 0) line("mated pairs", QString::number(run.joints));
    if (run.bundle != plan::Bundle::Unknown) line("laid", toQt(code(run.bundle)));
    if (!run.wireMap.empty()) line("wire map", toQt(run.wireMap));
    if (!run.note.empty()) line("note", toQt(run.note));
    result.sections.push_back(std::move(cable));
    for (InspectorSection& facts : factSections(run.traits, run.sources)) result.sections.push_back(std::move(facts));
    if (InspectorSection records = recordSection({"run", run.id.value}); !records.lines.empty())
        result.sections.push_back(std::move(records));
    if (report) result.sections.push_back(failureSection({"run", report->link.id().value}));
    if (report)
        result.sections.push_back(
            {"Link", {{report->verdict, toQt(report->title), {}, figure(report->rate), report->link.id(), {}, {}}}});
    return result;
}

void SurveyPresenter::follow(const Gap& gap)
{
    if (gap.run.isSet()) m_selection.selectRun(gap.run);
    else if (gap.device.isSet()) m_selection.selectDevice(gap.device);
}

void SurveyPresenter::select(const plan::Subject& at)
{
    if (at.kind == "run") m_selection.selectRun({at.id});
    else if (at.kind == "device") m_selection.selectDevice({at.id});
    else if (const plan::Port* port = at.kind == "port" ? plan().ports.find({at.id}) : nullptr)
        m_selection.selectPort(port->id, port->device);
    else if (at.kind == "place") {
        for (const plan::Device& device : plan().devices)
            if (device.place.value == at.id) return m_selection.selectDevice(device.id);
    } else if (editline::isRecordKind(at.kind)) {
        Q_EMIT recordAsked(at);
    }
}

bool SurveyPresenter::isFree(plan::PortId id) const
{
    const plan::Device* device = plan::deviceOf(plan(), id);
    return device && plan::runsAt(plan(), id).size() < (plan::isPassive(device->role) ? 2u : 1u);
}

std::vector<survey::CableChoice> SurveyPresenter::cablesFor(plan::PortId a, plan::PortId b,
                                                            std::optional<Length> length) const
{
    return survey::cableChoices(plan(), a, b, length, m_document.knowledge());
}

QString SurveyPresenter::emptyAdvice() const
{
    if (plan().places.empty()) return "Start with a place: the cupboard or room with the router.";
    if (plan().devices.empty()) return "Now add the first device: the router or this machine.";
    return {};
}

/// Saves what a form made of an object. Where the object was changed while the form was open, only what the form itself
/// changed goes in; a deleted one stays deleted.
template <class T, class Put>
bool SurveyPresenter::keep(const char* kind, T object, const T& base, const std::optional<plan::Source>& source,
                           const Table<T>& now, const QString& called, Put put)
{
    const bool fresh = !object.id.isSet();
    if (source)
        for (const std::string& field : store::changedFields(fresh ? T{} : base, object))
            object.sources.set(field, *source);
    if (fresh) {
        object.id = m_document.ids().next<decltype(T::id)>();
    } else {
        const T* current = now.find(object.id);
        if (!current) {
            Q_EMIT m_document.failed(called + " was deleted while its form was open; undo brings it back");
            return false;
        }
        auto merged = store::mergedRow(base.id.isSet() ? base : *current, object, *current);
        if (!merged) {
            Q_EMIT m_document.failed(called + ": " + toQt(merged.error().what.text()));
            return false;
        }
        object = std::move(*merged);
    }
    const auto id = object.id;
    const QString text = QString(fresh ? "Add %1 %2" : "Change %1 %2").arg(kind, called);
    if (!m_document.edit(text, put(plan(), std::move(object)))) return false;
    if constexpr (std::is_same_v<T, plan::Device>) m_selection.selectDevice(id);
    if constexpr (std::is_same_v<T, plan::Run>) m_selection.selectRun(id);
    return true;
}

bool SurveyPresenter::putPlace(plan::Place place, const plan::Place& base, const std::optional<plan::Source>& source)
{
    const QString called = toQt(place.name);
    return keep("place", std::move(place), base, source, plan().places, called, plan::edits::putPlace);
}

bool SurveyPresenter::putDevice(plan::Device device, const plan::Device& base,
                                const std::optional<plan::Source>& source)
{
    const QString called = toQt(device.name);
    return keep("device", std::move(device), base, source, plan().devices, called, plan::edits::putDevice);
}

bool SurveyPresenter::putPort(plan::Port port, const plan::Port& base, const std::optional<plan::Source>& source)
{
    if (!port.id.isSet()) port.position = static_cast<int>(plan::portsOf(plan(), port.device).size());
    const plan::Device* device = plan().devices.find(port.device);
    const QString called = (device ? toQt(device->name) + " " : QString()) + toQt(port.name);
    return keep("port", std::move(port), base, source, plan().ports, called, plan::edits::putPort);
}

bool SurveyPresenter::putSlot(plan::Slot slot, const plan::Slot& base, const std::optional<plan::Source>& source)
{
    const QString called = toQt(slot.name);
    return keep("slot", std::move(slot), base, source, plan().slots, called, plan::edits::putSlot);
}

bool SurveyPresenter::putRun(plan::Run run, const plan::Run& base, const std::optional<plan::Source>& source)
{
    const QString called = toQt(run.label);
    return keep("run", std::move(run), base, source, plan().runs, called, plan::edits::putRun);
}

bool SurveyPresenter::deleteSelected()
{
    if (const plan::Device* device = plan().devices.find(m_selection.device())) {
        const QString text = "Delete device " + toQt(device->name);
        return m_document.edit(text, plan::edits::deleteDevice(plan(), device->id)) && (m_selection.clear(), true);
    }
    if (const plan::Run* run = plan().runs.find(m_selection.run())) {
        const QString text = "Delete run " + toQt(run->label);
        return m_document.edit(text, plan::edits::deleteRun(plan(), run->id)) && (m_selection.clear(), true);
    }
    return false;
}

bool SurveyPresenter::duplicateDevice(plan::DeviceId id)
{
    const plan::Device* device = plan().devices.find(id);
    if (!device) return false;
    const std::string name = plan::freeName(plan(), device->name);
    const auto made = plan::duplicateDevice(plan(), id, name, {}, m_document.ids());
    if (!m_document.edit("Duplicate device " + toQt(device->name),
                         made ? Result<plan::Plan>(made->plan) : tl::unexpected(made.error())))
        return false;
    m_selection.selectDevice(made->devices.front());
    return true;
}

bool SurveyPresenter::duplicatePlace(plan::PlaceId id)
{
    const plan::Place* place = plan().places.find(id);
    if (!place) return false;
    const std::string name = plan::freeName(plan(), place->name);
    const auto made = plan::duplicatePlace(plan(), id, name, place->level, " of " + name, m_document.ids());
    return m_document.edit("Duplicate place " + toQt(place->name),
                           made ? Result<plan::Plan>(made->plan) : tl::unexpected(made.error()));
}

bool SurveyPresenter::deletePlace(plan::PlaceId id)
{
    const plan::Place* place = plan().places.find(id);
    return place && m_document.edit("Delete place " + toQt(place->name), plan::edits::deletePlace(plan(), id));
}

bool SurveyPresenter::deletePort(plan::PortId id)
{
    return m_document.edit("Delete port " + toQt(plan::portText(plan(), id)), plan::edits::deletePort(plan(), id));
}

bool SurveyPresenter::deleteSlot(plan::SlotId id)
{
    const plan::Slot* slot = plan().slots.find(id);
    return slot && m_document.edit("Delete slot " + toQt(slot->name), plan::edits::deleteSlot(plan(), id));
}

SurveyPresenter::Preview SurveyPresenter::preview(const plan::Run& given) const
{
    plan::Run run = given;
    if (!run.id.isSet()) run.id = plan::RunId{1};
    const auto next = plan::edits::putRun(plan(), run);
    if (!next) return {std::nullopt, toQt(next.error().what.text())};
    const auto link = plan::linkOf(*next, run.id);
    if (!link) return {};
    const match::LinkReport report = match::judge(match::linkContext(*next, *link, m_document.knowledge()));
    return {report.verdict, toQt(std::string(word(report.verdict))) +
                                (report.rate ? ", " + figure(report.rate) : QString()) + ": " + toQt(report.reason())};
}

void SurveyPresenter::readHost(const std::string& name, HostRead done)
{
    using Read = Result<measure::HostSnapshot>;
    std::shared_ptr<measure::HostReader> reader = m_hosts ? m_hosts(name) : nullptr;
    if (!reader)
        return done(failure(
            ErrorCode::NotFound,
            "Sokudo cannot read this machine from here; run sokudo-cli host there and type the result in", name));
    m_reading.start(
        *this, [reader](const std::atomic<bool>&) { return reader->read(); }, [done](const Read& read) { done(read); });
}

void SurveyPresenter::readAgent(const std::string& address, const std::string& key, HostRead done)
{
    using Read = Result<measure::HostSnapshot>;
    auto opened = m_agents(address, key);
    if (!opened) return done(tl::unexpected(opened.error()));
    std::shared_ptr<measure::HostReader> reader = std::move(*opened);
    m_reading.start(
        *this, [reader](const std::atomic<bool>&) { return reader->read(); }, [done](const Read& read) { done(read); });
}

InspectorContent SurveyPresenter::hostContent(const measure::HostSnapshot& host) const
{
    InspectorContent result{
        toQt(host.name),
        QString("read just now · %1 cores%2")
            .arg(host.cores)
            .arg(host.maxClockGhz
                     ? QString(", %1%2GHz").arg(toQt(text::number(*host.maxClockGhz, 2)), toQt(text::kThin))
                     : QString()),
        {},
        {},
        {}};
    const auto line = [](QString name, QString value, bool known = true) {
        return InspectorLine{
            known ? std::optional<Verdict>() : Verdict::Unknown, std::move(name), {}, std::move(value), {}, {}, {}};
    };
    for (const auto& interface : host.interfaces) {
        if (interface.isVirtual) continue;
        InspectorSection section{
            toQt(interface.name) + (interface.driver.empty() ? QString() : " · " + toQt(interface.driver)), {}};
        section.lines.push_back(
            line("rate", interface.speed ? toQt(text::linkRate(*interface.speed)) : toQt(interface.speed.explanation),
                 bool(interface.speed)));
        section.lines.push_back(line("MTU", QString::number(interface.mtu)));
        if (interface.bus)
            section.lines.push_back(line("slot", QString("%1.0 ×%2 of card %3.0 ×%4")
                                                     .arg(interface.bus->generation)
                                                     .arg(interface.bus->lanes)
                                                     .arg(interface.bus->cardGeneration)
                                                     .arg(interface.bus->cardLanes)));
        else if (interface.usb) section.lines.push_back(line("USB", toQt(text::linkRate(interface.usb->speed))));
        else section.lines.push_back(line("slot", toQt(interface.bus.explanation), false));
        section.lines.push_back(
            line("FEC", interface.fec ? toQt(*interface.fec) : toQt(interface.fec.explanation), bool(interface.fec)));
        if (interface.module) {
            section.lines.push_back(line(
                "module",
                toQt(interface.module->kind + ", " + measure::nameOf(*interface.module, m_document.knowledge()).says)));
            QStringList light;
            for (PowerDbm power : interface.module->rxPower) light << toQt(text::power(power));
            if (!light.isEmpty()) section.lines.push_back(line("receives", light.join(", ")));
        } else {
            section.lines.push_back(line("module", toQt(interface.module.explanation), false));
        }
        result.sections.push_back(std::move(section));
    }
    return result;
}

bool SurveyPresenter::addHost(const measure::HostSnapshot& snapshot, plan::PlaceId place)
{
    const auto result = host::surveyed(snapshot, place, m_document.ids());
    if (!m_document.edit("Add " + toQt(result.device.name) + " as read from the machine",
                         measure::putHost(plan(), result.device, result.slots, result.ports, snapshot,
                                          m_document.knowledge(), m_document.ids())))
        return false;
    m_selection.selectDevice(result.device.id);
    return true;
}

}  // namespace sokudo::app
