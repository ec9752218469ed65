// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/bring_up_pane.h"

#include <QApplication>
#include <QCheckBox>
#include <QComboBox>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QSignalBlocker>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "ui/paper/work_sheets.h"
#include "ui/theme.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/scroll_column.h"
#include "ui/widgets/verdict_mark.h"

namespace sokudo::ui {

using app::toQt;

namespace {

QString clockText(Duration time)
{
    const int seconds = static_cast<int>(time.in() + 0.5);
    return QString("%1:%2").arg(seconds / 60).arg(seconds % 60, 2, 10, QChar('0'));
}

Verdict verdictOf(bringup::StartState state)
{
    switch (state) {
    case bringup::StartState::Starting: return Verdict::Unknown;
    case bringup::StartState::LinkDue:
    case bringup::StartState::ReadyDue: return Verdict::Limited;
    case bringup::StartState::Late: return Verdict::Marginal;
    case bringup::StartState::Dead: break;
    }
    return Verdict::NoLink;
}

}  // namespace

BringUpPane::BringUpPane(app::BringUpPresenter& presenter, QWidget* parent) : QWidget(parent), m_presenter(presenter)
{
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    m_order = new ScrollColumn(18, 6);
    all->addWidget(sidePanel(m_order), 4);
    all->addWidget(middle(), 7);
    all->addWidget(side(), 6);
    connect(&presenter, &app::BringUpPresenter::changed, this, &BringUpPane::refresh);
    connect(&presenter.clock(), &app::BringUpClock::ticked, this, &BringUpPane::showClock);
    connect(&presenter.clock(), &app::BringUpClock::stateChanged, this, [this] {
        if (m_sound->isChecked()) QApplication::beep();
    });
    refresh();
}

QWidget* BringUpPane::middle()
{
    auto* holder = new ScrollColumn(20, 8);
    auto& rows = holder->rows();
    m_title = label("", "title", true);
    rows.addWidget(m_title);
    m_online = label("", "", true);
    rows.addWidget(m_online);
    m_time = label("", "clock");
    m_time->setAccessibleName("Start-up clock");
    rows.addWidget(m_time);
    m_says = label("", "", true);
    rows.addWidget(m_says);
    rows.addLayout(clockButtons());
    m_problem = label("", "bad", true);
    rows.addWidget(m_problem);
    m_steps = new QVBoxLayout;
    m_steps->setSpacing(8);
    rows.addLayout(m_steps);
    rows.addStretch(1);
    return holder;
}

QLayout* BringUpPane::clockButtons()
{
    auto* row = new QHBoxLayout;
    m_start = button("Its power is on: start the clock", "main", [this] {
        if (m_presenter.clock().elapsed(m_presenter.chosen())) m_presenter.clock().stop(m_presenter.chosen());
        else m_presenter.clock().start(m_presenter.chosen());
    });
    m_works = button("It works", "", [this] { m_problem->setText(m_presenter.clock().works(m_presenter.chosen())); });
    for (QPushButton* one : {m_start, m_works}) one->setMinimumHeight(scaled(48));
    row->addWidget(m_start, 3);
    row->addWidget(m_works, 1);
    m_sound = new QCheckBox("Sound");
    m_sound->setToolTip("A sound when it should link, when it should work, and when it counts as failed");
    row->addWidget(m_sound);
    return row;
}

QWidget* BringUpPane::side()
{
    m_side = new ScrollColumn(18, 6);
    auto& rows = m_side->rows();
    m_readings = new QVBoxLayout;
    m_readings->setSpacing(6);
    rows.addLayout(m_readings);
    m_settings = new QVBoxLayout;
    m_settings->setSpacing(6);
    rows.addLayout(m_settings);
    rows.addLayout(probe());
    rows.addStretch(1);
    return sidePanel(m_side);
}

QString BringUpPane::savePdf(const QString& path) const
{
    return printSheet(path, bringUpSheet(m_presenter.order(), m_presenter.knowledge()));
}

void BringUpPane::refresh()
{
    fillOrder();
    fillDevice();
    fillReadings();
    fillSettings();
    showClock();
    if (m_from->count() == 0 || m_from->count() != static_cast<int>(m_presenter.plan().devices.size())) {
        for (QComboBox* box : {m_from, m_to}) {
            const QVariant kept = box->currentData();
            box->clear();
            for (const plan::Device& device : m_presenter.plan().devices)
                if (!plan::isPassive(device.role))
                    box->addItem(toQt(device.name), QVariant::fromValue<qlonglong>(device.id.value));
            box->setCurrentIndex(std::max(box == m_to ? std::min(1, box->count() - 1) : 0, box->findData(kept)));
        }
        showPath();
    }
    m_probe->setText(m_presenter.settings().isProbing() ? "Stop" : "Probe");
    if (!m_presenter.settings().probeSays().isEmpty()) m_probeSays->setText(m_presenter.settings().probeSays());
}

void BringUpPane::fillOrder()
{
    auto& rows = m_order->rows();
    clear(&rows);
    auto* head = new QHBoxLayout;
    const bool isRestart = m_presenter.isRestart();
    head->addWidget(
        label(isRestart ? QString("After a power cut") : "New in “" + m_presenter.of() + "”", "heading", true), 1);
    head->addWidget(button("Print …", "quiet", [this] {
        const QString path = QFileDialog::getSaveFileName(this, "Print the order", "bring-up.pdf", "PDF (*.pdf)");
        if (!path.isEmpty()) m_problem->setText(savePdf(path));
    }));
    rows.addLayout(head);
    rows.addWidget(label("One after the other: the next only when the one before works.", "soft", true));
    m_restart = new QCheckBox(isVeryLarge() ? "After a power cut" : "The whole house, after a power cut");
    m_restart->setChecked(isRestart);
    connect(m_restart, &QCheckBox::toggled, this, [this](bool on) { m_presenter.setRestart(on); });
    rows.addWidget(m_restart);
    int number = 0;
    for (const bringup::BringUp& one : m_presenter.order()) {
        const bool isChosen = one.device == m_presenter.chosen();
        rows.addWidget(linkText(QString("%1%2. %3").arg(isChosen ? "→ " : "").arg(++number).arg(toQt(one.name)),
                                [this, id = one.device] { m_presenter.choose(id); }));
        const auto reading = m_presenter.clock().reading(one.device);
        rows.addWidget(label(reading
                                 ? QString("its clock runs")
                                 : toQt(one.off.empty() ? std::string("works after ") + text::duration(one.clock.ready)
                                                        : "off meanwhile: " + text::joined(one.off, ", ")),
                             "soft", true));
    }
    rows.addStretch(1);
    fitAgain(&rows);
}

void BringUpPane::fillDevice()
{
    clear(m_steps);
    const bringup::BringUp* one = m_presenter.device();
    m_title->setText(one ? toQt(one->name) : QString("Nothing is to be brought up"));
    m_online->setText(one ? toQt(one->online).left(1).toUpper() + toQt(one->online).mid(1) + "." : QString());
    if (!one) return;
    if (!one->steps.empty()) m_steps->addWidget(label("See to this", "heading"));
    int number = 0;
    for (const jobs::JobStep& step : one->steps) {
        m_steps->addWidget(label(QString("%1. %2").arg(++number).arg(toQt(step.what)), "", true));
        if (!step.caution.empty()) m_steps->addWidget(label(toQt(step.caution), "caution", true));
    }
    m_steps->addWidget(label("What its lights tell", "heading"));
    for (const kb::LightMeaning* row : m_presenter.lights()) {
        m_steps->addWidget(label(toQt(row->where + ", " + row->light + ": " + row->looks), "", true));
        m_steps->addWidget(label(toQt(row->means + (row->next.empty() ? "" : "; " + row->next)), "soft", true));
    }
    m_steps->addWidget(label("Makers differ: the sheet of the device wins.", "soft", true));
    fitAgain(m_steps);
}

void BringUpPane::showClock()
{
    const bringup::BringUp* one = m_presenter.device();
    const auto since = one ? m_presenter.clock().elapsed(one->device) : std::nullopt;
    m_start->setEnabled(one != nullptr);
    m_works->setEnabled(since.has_value());
    m_start->setText(since ? "Stop the clock" : "Its power is on: start the clock");
    if (!one) return m_time->clear();
    if (!since) {
        m_time->setText("0:00");
        m_says->setText(QString("Ports lit after %1, works after %2, counts as failed after %3%4.")
                            .arg(toQt(text::duration(one->clock.link)), toQt(text::duration(one->clock.ready)),
                                 toQt(text::duration(one->clock.dead)),
                                 one->clock.isOwn ? QString(", as this one was seen to") : QString()));
        return;
    }
    const bringup::StartReading now = *m_presenter.clock().reading(one->device);
    m_time->setText(now.left > Duration{} ? clockText(now.left) + " left" : clockText(*since));
    m_says->setText(QString("On for %1: %2").arg(clockText(*since), toQt(now.says)));
    setKind(m_says, verdictOf(now.state) == Verdict::NoLink ? "bad" : "");
}

/// Another machine is read through its agent, a switch by its management objects. What was typed for a device stays.
QLayout* BringUpPane::elsewhere()
{
    const plan::DeviceId device = m_presenter.chosen();
    const auto kept = m_elsewhere
                          .try_emplace(device, Elsewhere{m_presenter.readings().isChosenSwitch() ? 1 : 0,
                                                         m_presenter.readings().addressOfChosen(),
                                                         {}})
                          .first;
    auto* row = new QHBoxLayout;
    auto* way = new QComboBox;
    way->addItems({"Agent at", "Switch at"});
    way->setAccessibleName("How it is read");
    way->setToolTip(
        "A machine that runs the agent, or a switch by SNMP version 2c: read only, and its community "
        "goes over the wire in the clear");
    way->setCurrentIndex(kept->second.way);
    auto* address = new QLineEdit(kept->second.address);
    address->setCursorPosition(0);
    address->setPlaceholderText("address");
    address->setAccessibleName("Address to read");
    auto* secret = new QLineEdit(kept->second.secret);
    secret->setEchoMode(QLineEdit::Password);
    const auto name = [way, secret] {
        const bool isSwitch = way->currentIndex() == 1;
        secret->setPlaceholderText(isSwitch ? "community" : "pairing key");
        secret->setAccessibleName(isSwitch ? "Read community of the switch" : "Pairing key of its agent");
    };
    name();
    const auto keep = [this, device, way, address, secret, name] {
        name();
        m_elsewhere[device] = {way->currentIndex(), address->text(), secret->text()};
    };
    connect(way, &QComboBox::currentIndexChanged, secret, keep);
    for (QLineEdit* one : {address, secret}) connect(one, &QLineEdit::textChanged, one, keep);
    row->addWidget(way);
    row->addWidget(address, 4);
    row->addWidget(secret, 3);
    auto* read =
        button(m_presenter.readings().isReading() ? "Stop reading" : "Read", "quiet", [this, way, address, secret] {
            if (m_presenter.readings().isReading()) m_presenter.readings().stopReading();
            else if (way->currentIndex() == 1) m_presenter.readings().readSwitch(address->text(), secret->text());
            else m_presenter.readings().readAgent(address->text(), secret->text());
        });
    row->addWidget(read);
    return row;
}

/// The first line that is typed is the baseline.
QWidget* BringUpPane::counters(plan::PortId port, const QString& name)
{
    auto* field = new QLineEdit(m_presenter.readings().countsOf(port));
    field->setCursorPosition(0);
    field->setPlaceholderText("counters: frames=8.1m crc=0 uptime=2h");
    field->setAccessibleName("Counters at " + name);
    connect(field, &QLineEdit::editingFinished, this, [this, field, port] {
        if (field->text().trimmed().isEmpty() || field->text() == m_presenter.readings().countsOf(port)) return;
        m_problem->setText(m_presenter.readings().count(port, field->text()));
    });
    return field;
}

/// What is read at one end, what it counted, and what differs there.
void BringUpPane::fillEnd(const bringup::EndReadings& end)
{
    auto* field = new QLineEdit(m_presenter.readings().readingOf(end.port));
    field->setCursorPosition(0);
    QStringList planned;
    for (const bringup::ReadingLine& one : end.lines)
        if (!one.planned.empty()) planned << toQt(one.what + " " + one.planned);
    field->setPlaceholderText(planned.isEmpty() ? QString("rate=25g duplex=full fec=rs mtu=9000") : planned.join(", "));
    field->setToolTip("Write it as rate=25g duplex=full fec=rs module=… bus=3.0x8 mtu=9000 main. Planned: " +
                      planned.join(", "));
    field->setAccessibleName("Read at " + toQt(end.name));
    connect(field, &QLineEdit::editingFinished, this, [this, field, port = end.port] {
        if (field->text().trimmed().isEmpty() || field->text() == m_presenter.readings().readingOf(port)) return;
        m_problem->setText(m_presenter.readings().read(port, field->text()));
    });
    auto* row = new QHBoxLayout;
    row->addWidget(label(toQt(end.name), "soft"));
    row->addWidget(field, 1);
    m_readings->addLayout(row);
    if (!m_presenter.readings().readingOf(end.port).isEmpty())
        m_readings->addWidget(counters(end.port, toQt(end.name)));
    if (const auto since = m_presenter.readings().countsSince(end.port)) {
        auto* counted = new QHBoxLayout;
        counted->addWidget(new VerdictMark(since->verdict, bringup::countedWord(since->verdict)));
        counted->addWidget(label(toQt(since->says), "", true), 1);
        m_readings->addLayout(counted);
    }
    for (const bringup::ReadingLine& one : end.lines) {
        if (one.read.empty() || one.verdict == Verdict::Fits) continue;
        m_readings->addWidget(
            label(toQt(one.says.text().empty() ? one.what + ": planned " + one.planned + ", read " + one.read
                                               : one.says.text()),
                  "bad", true));
    }
}

void BringUpPane::fillReadings()
{
    clear(m_readings);
    auto* head = new QHBoxLayout;
    head->addWidget(label("Read at both ends", "heading"), 1);
    if (m_presenter.settings().isHere(m_presenter.chosen())) {
        auto* here = button("Read this machine", "quiet", [this] { m_presenter.readings().readMachine(); });
        here->setEnabled(!m_presenter.readings().isReading());
        head->addWidget(here);
    }
    m_readings->addLayout(head);
    m_readings->addLayout(elsewhere());
    if (!m_presenter.readings().readSays().isEmpty())
        m_readings->addWidget(label(m_presenter.readings().readSays(), "soft", true));
    const auto links = m_presenter.readings().links();
    if (links.empty()) m_readings->addWidget(label("No lead of it is planned yet.", "soft", true));
    for (const bringup::LinkReadings& link : links) {
        auto* line = new QHBoxLayout;
        line->addWidget(new VerdictMark(link.verdict, bringup::readWord(link.verdict)));
        line->addWidget(label(toQt(link.sentence), "", true), 1);
        m_readings->addLayout(line);
        for (const bringup::EndReadings* end : {&link.a, &link.b})
            if (end->port.isSet()) fillEnd(*end);
        for (const text::Sentence& one : link.between) m_readings->addWidget(label(toQt(one), "bad", true));
    }
    fitAgain(m_readings);
}

}  // namespace sokudo::ui
