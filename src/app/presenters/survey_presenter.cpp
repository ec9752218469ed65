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
#include "core/plan/edits.h"

namespace sokudo::app {
namespace {

QString figure(const std::optional<BitRate>& rate) { return rate ? toQt(text::rate(*rate, 3)) : QString("no link"); }

}  // namespace

SurveyPresenter::SurveyPresenter(Document& document, Selection& selection, HostSource hosts, QObject* parent)
    : QObject(parent),
      m_document(document),
      m_selection(selection),
      m_edits(document, selection),
      m_hosts(document, selection, std::move(hosts))
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

}  // namespace sokudo::app
