// SPDX-License-Identifier: GPL-3.0-or-later
#include "host/picture.h"

#include <QFile>
#include <QTemporaryDir>

#include <Magick++.h>

#include "testing.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

/// What a camera writes beside a picture (Exif 2.3): lying on its side, and a latitude of 48 degrees north.
std::string exif()
{
    const auto u16 = [](int value) {
        return std::string{static_cast<char>(value & 255), static_cast<char>(value >> 8)};
    };
    const auto u32 = [&](int value) { return u16(value & 0xffff) + u16(value >> 16); };
    const auto entry = [&](int tag, int type, int count, const std::string& value) {
        return u16(tag) + u16(type) + u32(count) + value;
    };
    std::string tiff = "II*" + std::string(1, '\0') + u32(8);
    tiff += u16(2) + entry(0x0112, 3, 1, u16(6) + u16(0)) + entry(0x8825, 4, 1, u32(38)) + u32(0);
    tiff += u16(2) + entry(1, 2, 2, std::string("N\0\0\0", 4)) + entry(2, 5, 3, u32(68)) + u32(0);
    for (int one : {48, 1, 0, 1, 0, 1}) tiff += u32(one);
    return std::string("Exif\0\0", 6) + tiff;
}

struct Folder {
    QTemporaryDir dir;
    std::string path(const char* name) const { return dir.filePath(name).toStdString(); }
    std::string write(const char* name, const char* format, unsigned width, unsigned height, bool ofCamera = false)
    {
        Magick::Image image(Magick::Geometry(width, height), Magick::Color("blue"));
        image.magick(format);
        if (ofCamera) {
            const std::string profile = exif();
            image.profile("EXIF", Magick::Blob(profile.data(), profile.size()));
        }
        image.write(std::string(format) + ":" + path(name));
        return path(name);
    }
    std::string write(const char* name, const QByteArray& bytes)
    {
        QFile file(toQt(path(name)));
        if (!file.open(QFile::WriteOnly) || file.write(bytes) != bytes.size()) qFatal("cannot write");
        return path(name);
    }
};

QByteArray bytesOf(const host::Picture& picture)
{
    return QByteArray::fromBase64(QByteArray::fromStdString(picture.jpeg), QByteArray::AbortOnBase64DecodingErrors);
}

}  // namespace

class PictureTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void initTestCase() { Magick::InitializeMagick(nullptr); }
    /// 4000 x 3000 that lies on its side: upright, 1200 x 1600, and nothing of the place it was taken at.
    void aPictureOfACamera()
    {
        Folder folder;
        const std::string file = folder.write("jack.jpg", "JPEG", 4000, 3000, true);
        QFile original(toQt(file));
        QVERIFY(original.open(QFile::ReadOnly));
        QVERIFY(original.readAll().contains("Exif"));
        const auto picture = host::readPicture(file);
        QVERIFY2(picture, picture ? "" : picture.error().message().c_str());
        QCOMPARE(picture->width, 1200);
        QCOMPARE(picture->height, 1600);
        const QByteArray bytes = bytesOf(*picture);
        QVERIFY(bytes.startsWith("\xFF\xD8\xFF") && bytes.endsWith("\xFF\xD9"));
        QVERIFY(!bytes.contains("Exif") && !bytes.contains("GPS"));
        QVERIFY(bytes.size() <= 500'000);
    }
    void whatIsSmallKeepsItsSize()
    {
        Folder folder;
        const auto picture = host::readPicture(folder.write("small.png", "PNG", 320, 200));
        QVERIFY(picture);
        QCOMPARE(picture->width, 320);
        QCOMPARE(picture->height, 200);
        QVERIFY(bytesOf(*picture).startsWith("\xFF\xD8\xFF"));
    }
    /// A picture of noise is made smaller until it fits.
    void neverMoreThanHalfAMegabyte()
    {
        Folder folder;
        Magick::Image noise(Magick::Geometry(1600, 1600), Magick::Color("gray50"));
        noise.magick("PNG");
        for (int i = 0; i < 3; ++i) noise.addNoise(Magick::GaussianNoise);
        noise.write("PNG:" + folder.path("noise.png"));
        const auto picture = host::readPicture(folder.path("noise.png"));
        QVERIFY(picture);
        QVERIFY(bytesOf(*picture).size() <= 500'000);
    }
    /// A few bytes behind the end are worth a warning, and the picture is there.
    void aWarningIsNoError()
    {
        Folder folder;
        QFile original(toQt(folder.write("whole.jpg", "JPEG", 640, 480)));
        QVERIFY(original.open(QFile::ReadOnly));
        QByteArray bytes = original.readAll();
        // Two bytes that belong to no marker, before the end of the image.
        const QByteArray odd = bytes.left(bytes.size() - 2) + QByteArray("\x12\x34") + bytes.right(2);
        const auto picture = host::readPicture(folder.write("odd.jpg", odd));
        QVERIFY2(picture, picture ? "" : picture.error().message().c_str());
        QCOMPARE(picture->width, 640);
        const auto trailing = host::readPicture(folder.write("more.jpg", bytes + QByteArray("camera's own words")));
        QVERIFY2(trailing, trailing ? "" : trailing.error().message().c_str());
    }
    /// What would take gigabytes to unpack is refused by its size, before it is.
    void aHugePictureIsRefusedAtOnce()
    {
        Folder folder;
        Magick::Image wide(Magick::Geometry(9000, 6000), Magick::Color("white"));
        wide.magick("PNG");
        wide.type(Magick::BilevelType);
        wide.write("PNG:" + folder.path("wide.png"));
        const auto refused = host::readPicture(folder.path("wide.png"));
        QVERIFY(!refused);
        QVERIFY(toQt(refused.error().message()).contains("50 million pixels"));
        // As a JPEG it is read at a fraction of its size.
        wide.magick("JPEG");
        wide.write("JPEG:" + folder.path("wide.jpg"));
        const auto read = host::readPicture(folder.path("wide.jpg"));
        QVERIFY2(read, read ? "" : read.error().message().c_str());
        QCOMPARE(read->width, 1600);
    }
    void whatIsNoPicture()
    {
        Folder folder;
        QCOMPARE(host::readPicture(folder.path("none.jpg")).error().code, ErrorCode::NotFound);
        const auto text = host::readPicture(folder.write("text.jpg", QByteArray("no picture at all")));
        QCOMPARE(text.error().code, ErrorCode::BadInput);
        QVERIFY(text.error().message().find("JPEG, PNG or WebP") != std::string::npos);
        // Formats that could do more than show a picture are not read, whatever the file is called.
        QVERIFY(!host::readPicture(folder.write("x.jpg", QByteArray("push graphic-context\nviewbox 0 0 9 9\n"))));
        const auto damaged = host::readPicture(folder.write("cut.jpg", QByteArray("\xFF\xD8\xFF\xE0 cut off")));
        QCOMPARE(damaged.error().code, ErrorCode::BadInput);
        QVERIFY(damaged.error().message().find("damaged") != std::string::npos);
    }
};

SOKUDO_TEST(PictureTest)
#include "picture_test.moc"
